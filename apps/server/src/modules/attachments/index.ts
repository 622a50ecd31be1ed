export { AttachmentsModule } from './attachments.module.ts';
export { AttachmentsService } from './attachments.service.ts';
export { attachmentDto, AttachmentDto } from './attachments.dto.ts';
