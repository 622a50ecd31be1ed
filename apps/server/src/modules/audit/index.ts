export { AuditModule } from './audit.module.ts';
export { AuditService } from './audit.service.ts';
export { AuditLineDto, auditLineDto } from './audit.controller.ts';
export { NOT_TOLD, TOLD } from './audit.rules.ts';
