export * from './imports.service.ts';
export * from './upload.ts';
