export { AccessModule } from './access.module.ts';
export { AccessService } from './access.service.ts';
export { May, MayGuard } from './may.guard.ts';
export { MediaDto, MediaService, type Viewer } from './media.service.ts';
export { COMPANION_COOKIE, GUARDIAN_COOKIE } from './secrets.ts';
export { Redirected, sendTo } from './redirect.ts';
