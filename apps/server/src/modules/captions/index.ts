export { CaptionsModule } from './captions.module.ts';
export { CaptionsService } from './captions.service.ts';
