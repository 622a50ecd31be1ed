export { RecordsModule } from './records.module.ts';
