import { Id, Text, Whole } from '../../platform/http/index.ts';
import type { AttachmentEntity } from './attachment.entity.ts';

/** A file that goes with what is given. */
export class AttachmentDto {
  @Id() id: string;
  @Text() name: string;
  @Whole() bytes: number;
}

export const attachmentDto = ({ id, name, bytes }: AttachmentEntity): AttachmentDto => ({ id, name, bytes });
