export { ClassPageModule } from './classPage.module.ts';
