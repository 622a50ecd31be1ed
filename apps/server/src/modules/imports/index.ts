export { ImportsModule } from './imports.module.ts';
export { IMPORT, ImportsService } from './imports.service.ts';
