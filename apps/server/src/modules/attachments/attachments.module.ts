import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FilesModule } from '../files/index.ts';
import { AssignmentAttachmentEntity, AttachmentEntity } from './attachment.entity.ts';
import { AttachmentsController } from './attachments.controller.ts';
import { AttachmentsService } from './attachments.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([AttachmentEntity, AssignmentAttachmentEntity]), FilesModule],
  controllers: [AttachmentsController],
  providers: [AttachmentsService],
  exports: [AttachmentsService],
})
export class AttachmentsModule {}
