import { COPY_NOTES, MOST_COPIED, type CopyNote } from '@oakbell/core/outline';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { Choices, Day, Flag, Id, Ids, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentHeads } from '../assignments/index.ts';
import { sameTimeOn } from '../school/index.ts';
import { CopyingService } from './copying.service.ts';

export class CopyDaysDto {
  /** The first day of what is copied, yyyy-mm-dd; where its term begins when left out. */
  @Day({ optional: true }) since?: string;
  /** The day that becomes of it. */
  @Day({ optional: true }) onto?: string;
}
export class CopyDto extends CopyDaysDto {
  /** The class that is copied. */
  @Id() from: string;
  /** What of it. */
  @Ids({ most: MOST_COPIED, least: 0 }) ids: string[];
}
export class PlannedCopyDto {
  @Id() id: string;
  @Text() title: string;
  @Text({ nullable: true }) unit: string | null;
  @When() dueAt: string;
  /** When it would be due; null where there is no such day. */
  @When({ nullable: true }) newDueAt: string | null;
  /** What is to be looked at. */
  @Choices(COPY_NOTES) notes: CopyNote[];
  /** It can be copied at all; it is copied unless somebody says otherwise. */
  @Flag() can: boolean;
  @Flag() usual: boolean;
}
export class CopyPlanDto {
  @Day() since: string;
  @Day() onto: string;
  @Whole() units: number;
  @Whole() topics: number;
  @Parts(() => PlannedCopyDto) items: PlannedCopyDto[];
}
export class MadeCopyDto {
  @Id() id: string;
}
export class PastCopyDto extends MadeCopyDto {
  /** What the class it came from was called. */
  @Text() fromName: string;
  @When() at: string;
}

/** What one class was given, given to another one in another term. */
@ApiTags('class pages')
@Controller('api/classes/:id/copies')
export class CopyingController {
  constructor(
    private readonly copying: CopyingService,
    private readonly heads: AssignmentHeads,
  ) {}

  @Get()
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: [PastCopyDto] })
  async all(@Param('id', ParseUUIDPipe) id: string): Promise<PastCopyDto[]> {
    return (await this.copying.of(id)).map(({ at, ...one }) => ({
      ...{ id: one.id, fromName: one.fromName, at: at.toISOString() },
    }));
  }

  /** What copying that class would make; nothing is changed. */
  @Get('from/:from')
  @For('teacher')
  @May('teach', 'class')
  @May('teach', 'class', { path: 'from' })
  @ApiOkResponse({ type: CopyPlanDto })
  async plan(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Param('from', ParseUUIDPipe) from: string,
    @Query() days: CopyDaysDto,
  ): Promise<CopyPlanDto> {
    const { since, onto, zone, units, topics, items } = await this.copying.plan(person, id, from, days);
    const titles = await this.heads.titlesOf(items.map(({ given }) => given));
    const names = new Map(units.map((unit) => [unit.id, unit.name]));
    return {
      ...{ since, onto, units: units.length, topics: topics.length },
      items: items.map(({ given, copy }) => ({
        ...{ id: given.id, title: titles.get(given.id) ?? '', dueAt: given.dueAt.toISOString() },
        unit: names.get(given.unitId ?? '') ?? null,
        newDueAt: copy.dueDay === null ? null : sameTimeOn(given.dueAt, copy.dueDay, zone).toISOString(),
        ...{ notes: [...copy.notes], can: copy.can, usual: copy.usual },
      })),
    };
  }

  @Post()
  @OnceIfKeyed()
  @For('teacher')
  @May('teach', 'class')
  @May('teach', 'class', { body: 'from' })
  @ApiCreatedResponse({ type: MadeCopyDto })
  async copy(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) classId: string,
    @Body() { from: fromId, ...asked }: CopyDto,
  ): Promise<MadeCopyDto> {
    return { id: await this.copying.copy(person, { classId, fromId }, asked) };
  }

  @Delete(':copy')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async takeBack(@Param('id', ParseUUIDPipe) id: string, @Param('copy', ParseUUIDPipe) copy: string): Promise<void> {
    await this.copying.takeBack(id, copy);
  }
}
