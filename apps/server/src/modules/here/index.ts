export { HereModule } from './here.module.ts';
