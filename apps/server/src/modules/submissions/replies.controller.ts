import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_REPLY } from '@oakbell/core/assigning';
import { Once } from '../../platform/acts/index.ts';
import { Flag, Id, notFound, Text, When } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { PeopleService } from '../people/index.ts';
import type { ClassReplyEntity } from './classReply.entity.ts';
import { Replies } from './replies.service.ts';
import type { Submission } from './submission.entity.ts';
import { SubmissionsService } from './submissions.service.ts';

export class NewReplyDto {
  @Text({ min: 1, max: LONGEST_REPLY }) text: string;
}
export class ShownDto {
  @Flag() shown: boolean;
}
export class ReplyDto {
  @Id() id: string;
  @Text() name: string;
  @Flag() own: boolean;
  @Text({ max: LONGEST_REPLY }) text: string;
  @When() at: string;
  /** Whether the class sees it. */
  @Flag() shown: boolean;
}

/** Replies as somebody sees them. */
export const repliesFor = (
  personId: string,
  replies: readonly ClassReplyEntity[],
  people: ReadonlyMap<string, { readonly name: string }>,
): ReplyDto[] =>
  replies.map(({ id, byId, text, at, approvedAt }) => ({
    ...{ id, name: people.get(byId)?.name ?? '', own: byId === personId, text },
    ...{ at: at.toISOString(), shown: approvedAt !== null },
  }));

/** What a class says to the answers that it sees. */
@ApiTags('submissions')
@Controller('api')
export class RepliesController {
  constructor(
    private readonly replies: Replies,
    private readonly submissions: SubmissionsService,
    private readonly people: PeopleService,
  ) {}

  @Post('answers/:id/replies')
  @Once()
  @HttpCode(204)
  @For('learner')
  @May('look-at', 'submission')
  @ApiNoContentResponse()
  async write(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { text }: NewReplyDto,
  ): Promise<void> {
    await this.replies.write(person.id, await this.#of(id), text);
  }

  @Delete('answers/:id/replies/:reply')
  @HttpCode(204)
  @For('learner')
  @May('look-at', 'submission')
  @ApiNoContentResponse()
  async takeBack(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('reply', ParseUUIDPipe) reply: string,
  ): Promise<void> {
    await this.replies.takeBack(person.id, await this.#of(id), reply);
  }

  @Get('marking/hand-ins/:id/replies')
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: [ReplyDto] })
  async all(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<ReplyDto[]> {
    const replies = await this.replies.of(await this.#of(id));
    return repliesFor(person.id, replies, await this.people.byIds(replies.map(({ byId }) => byId)));
  }

  @Put('marking/hand-ins/:id/replies/:reply')
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async setShown(
    @By() _: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('reply', ParseUUIDPipe) reply: string,
    @Body() { shown }: ShownDto,
  ): Promise<void> {
    await this.replies.setShown(await this.#of(id), reply, shown);
  }

  async #of(id: string): Promise<Submission> {
    const found = await this.submissions.one(id);
    if (!found) throw notFound('hand-in');
    return found;
  }
}
