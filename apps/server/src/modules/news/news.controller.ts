import { Body, Controller, Get, HttpCode, Post, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { MINUTES_A_DAY, NEWS_KINDS, NEWS_WAYS, type NewsKind, type NewsWay } from '@oakbell/core/news';
import { Choice, Choices, Id, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { NewsHeads } from './newsHeads.service.ts';
import { NewsReaders } from './newsReaders.service.ts';
import { NEWS_MS, NewsService } from './news.service.ts';

/** So many groups are shown; what is older is found where it belongs. */
const MOST_SHOWN = 50;

export class NewsItemDto {
  @Choice(NEWS_KINDS) kind: NewsKind;
  @Id() assignmentId: string;
  @Text() title: string;
  @Text() className: string;
  /** How many things of this kind there are about it. */
  @Whole() count: number;
  /** Since when it is news. */
  @When() at: string;
  /** When it is due for this reader. */
  @When() dueAt: string;
}
export class NewsDto {
  /** The newest first. */
  @Parts(() => NewsItemDto) items: NewsItemDto[];
  /** What became news before was seen on the screen. */
  @When() seenAt: string;
}
export class SeenNewsDto {
  /** Everything that became news until then was seen. */
  @When() until: string;
}
const minute = { min: 0, max: MINUTES_A_DAY - 1 };
export class NewsWishesDto {
  @Choice(NEWS_WAYS) way: NewsWay;
  @Choices(NEWS_KINDS) kinds: NewsKind[];
  /** Minutes after midnight by the school's clock, as the two below. */
  @Whole(minute) dailyAt: number;
  @Whole(minute) quietFrom: number;
  /** The end of the quiet hours; there are none where it is their beginning. */
  @Whole(minute) quietUntil: number;
}

/** What is new for whoever asks, and what of it they want by mail. */
@ApiTags('news')
@Controller('api/own-news')
export class NewsController {
  constructor(
    private readonly news: NewsService,
    private readonly heads: NewsHeads,
    private readonly readers: NewsReaders,
  ) {}

  @Get()
  @For('teacher', 'learner')
  @ApiOkResponse({ type: NewsDto })
  async own(@By() by: SignedIn): Promise<NewsDto> {
    const now = new Date();
    const { seenAt } = await this.readers.of(by);
    const things = await this.news.of({ person: by, since: new Date(now.getTime() - NEWS_MS), now });
    const heads = await this.heads.of(by.id, things, MOST_SHOWN);
    const items = heads.map(({ at, dueAt, ...one }) => ({
      ...one,
      at: new Date(at).toISOString(),
      dueAt: dueAt.toISOString(),
    }));
    return { items, seenAt: seenAt.toISOString() };
  }

  @Post('seen')
  @HttpCode(204)
  @For('teacher', 'learner')
  @ApiNoContentResponse()
  async seen(@By() by: SignedIn, @Body() { until }: SeenNewsDto): Promise<void> {
    await this.readers.setSeen(by, new Date(until));
  }

  @Get('wishes')
  @For('teacher', 'learner')
  @ApiOkResponse({ type: NewsWishesDto })
  async wishes(@By() by: SignedIn): Promise<NewsWishesDto> {
    const { way, kinds, dailyAt, quietFrom, quietUntil } = await this.readers.of(by);
    return { way, kinds: [...kinds], dailyAt, quietFrom, quietUntil };
  }

  @Put('wishes')
  @HttpCode(204)
  @For('teacher', 'learner')
  @ApiNoContentResponse()
  async wish(@By() by: SignedIn, @Body() wishes: NewsWishesDto): Promise<void> {
    await this.readers.wish(by, wishes);
  }
}
