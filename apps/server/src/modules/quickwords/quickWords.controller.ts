import { Body, Controller, Delete, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { Id, When } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { QuickWordsService } from './quickWords.service.ts';

export class NewQuickWordDto {
  @Id() lessonId: string;
}
export class StandingQuickWordDto {
  @Id() id: string;
  /** When its day is over. */
  @When() until: string;
}

/** Short recordings for the day. */
@ApiTags('class pages')
@Controller('api/classes/:id/words')
export class QuickWordsController {
  constructor(private readonly words: QuickWordsService) {}

  /** Puts a lesson on the page of a class until the day is over. */
  @Post()
  @OnceIfKeyed()
  @For('teacher')
  @May('teach', 'class')
  @May('open', 'lesson', { body: 'lessonId' })
  @ApiCreatedResponse({ type: StandingQuickWordDto })
  async add(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) classId: string,
    @Body() { lessonId }: NewQuickWordDto,
  ): Promise<StandingQuickWordDto> {
    const { id, until } = await this.words.add(person, classId, lessonId);
    return { id, until: until.toISOString() };
  }

  @Delete(':word')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async remove(@Param('id', ParseUUIDPipe) id: string, @Param('word', ParseUUIDPipe) word: string): Promise<void> {
    await this.words.remove(id, word);
  }
}
