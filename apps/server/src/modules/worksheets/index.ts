export { WorksheetsModule } from './worksheets.module.ts';
export { WorksheetsService } from './worksheets.service.ts';
export { SheetsService, type SentPart, type Whose, type WrittenSheet } from './sheets.service.ts';
