export { UploadsModule } from './uploads.module.ts';
