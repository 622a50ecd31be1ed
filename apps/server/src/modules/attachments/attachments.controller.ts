import { Controller, Get, Param, ParseUUIDPipe, Post, Res, UploadedFiles } from '@nestjs/common';
import { ApiCreatedResponse, ApiTags } from '@nestjs/swagger';
import type { Response } from 'express';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May, MediaService, Redirected, sendTo } from '../access/index.ts';
import { ReceivesFiles, withFiles, type UploadedFile } from '../files/index.ts';
import { attachmentDto, AttachmentDto } from './attachments.dto.ts';
import { AttachmentsService } from './attachments.service.ts';

/** Files that go with what is given. */
@ApiTags('assignments')
@Controller('api')
export class AttachmentsController {
  constructor(
    private readonly attachments: AttachmentsService,
    private readonly media: MediaService,
  ) {}

  /** Brings files that can be given then. */
  @Post('attachments')
  @ReceivesFiles()
  @For('teacher')
  @ApiCreatedResponse({ type: [AttachmentDto] })
  async bring(@By() person: SignedIn, @UploadedFiles() files: UploadedFile[]): Promise<AttachmentDto[]> {
    return withFiles(files, async (received) => (await this.attachments.bring(person.id, received)).map(attachmentDto));
  }

  @Get('assignments/:id/attachments/:attachment')
  @For('teacher', 'learner')
  @May('read', 'assignment')
  @Redirected('a file that goes with it, as it was brought')
  async read(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('attachment', ParseUUIDPipe) attachment: string,
    @Res() response: Response,
  ): Promise<void> {
    const { fileKey } = await this.attachments.one(id, attachment);
    sendTo(response, await this.media.address(person, [`attachment:${attachment}`], fileKey));
  }
}
