import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_COMMENT_LINE } from '@oakbell/core/marking';
import { Once, OnceIfKeyed } from '../../platform/acts/index.ts';
import { Id, Text, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { CommentBank } from './commentBank.service.ts';
import type { CommentLineEntity } from './commentLine.entity.ts';

export class NewCommentLineDto {
  @Text({ min: 1, max: LONGEST_COMMENT_LINE }) text: string;
}
export class CommentLineDto extends NewCommentLineDto {
  @Id() id: string;
  @Whole() uses: number;
}
const lineDto = ({ id, text, uses }: CommentLineEntity): CommentLineDto => ({ id, text, uses });

/** A teacher's own sentences for comments. */
@ApiTags('comments')
@Controller('api/comment-lines')
export class CommentBankController {
  constructor(private readonly bank: CommentBank) {}

  @Get()
  @For('teacher')
  @ApiOkResponse({ type: [CommentLineDto] })
  async mine(@By() person: SignedIn): Promise<CommentLineDto[]> {
    return (await this.bank.of(person.id)).map(lineDto);
  }

  @Post()
  @OnceIfKeyed()
  @For('teacher')
  @ApiCreatedResponse({ type: CommentLineDto })
  async keep(@By() person: SignedIn, @Body() { text }: NewCommentLineDto): Promise<CommentLineDto> {
    return lineDto(await this.bank.keep(person.id, text.trim()));
  }

  @Post(':id/uses')
  @Once()
  @HttpCode(204)
  @For('teacher')
  @May('own', 'comment')
  @ApiNoContentResponse()
  async used(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.bank.used(id);
  }

  @Delete(':id')
  @HttpCode(204)
  @For('teacher')
  @May('own', 'comment')
  @ApiNoContentResponse()
  async remove(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.bank.remove(id);
  }
}
