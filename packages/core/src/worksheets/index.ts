export * from './sheetLog.ts';
export * from './sheetPages.ts';
