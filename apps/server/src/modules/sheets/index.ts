export { SheetsModule } from './sheets.module.ts';
