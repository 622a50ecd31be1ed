export { NewsModule } from './news.module.ts';
