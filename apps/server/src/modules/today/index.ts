export { TodayModule } from './today.module.ts';
