import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Choice, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, shownWords, type Assignment } from '../assignments/index.ts';
import { RemindersService } from '../reminders/index.ts';
import { attachmentDto, AttachmentsService } from '../attachments/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { QuickWordsService } from '../quickwords/index.ts';
import { makersOf, namesOf, SubmissionsService } from '../submissions/index.ts';
import { takeDto, TakeDto, TakesService } from '../takes/index.ts';
import { WatchCounts } from '../watching/index.ts';
import { DeskItemDto, DeskWorkDto } from './desk.dto.ts';
import { DeskItems } from './deskItems.service.ts';
import { lessonStep, type LessonStep } from './today.rules.ts';
import { PagesService } from '../pages/index.ts';

/** What was due longer ago than this is no longer said to be not yet watched. */
const LATE_MS = 14 * 86_400_000;

export class TodayLessonDto {
  @Id() id: string;
  @Text() title: string;
  @Choice(['pages', 'record', 'assign']) step: LessonStep;
  @When() updatedAt: string;
}
export class TodayHandInDto {
  @Id() submissionId: string;
  @Id() assignmentId: string;
  @Text() learnerName: string;
  /** What it was given as. */
  @Text() title: string;
  @When() handedInAt: string;
}
export class TodayAssignmentDto {
  @Id() assignmentId: string;
  @Id() lessonId: string;
  /** What it was given as. */
  @Text() title: string;
  @Text() className: string;
  @When() dueAt: string;
  @Whole() notBegun: number;
  @Whole() learners: number;
  /** The lesson is this teacher's own, and not another one's of the class. */
  @Flag() own: boolean;
}
export class UnfinishedTakeDto {
  @Part(() => TakeDto) take: TakeDto;
  @Text() lessonTitle: string;
}
export class TodayDto {
  @Parts(() => TodayLessonDto) lessons: TodayLessonDto[];
  @Parts(() => TodayHandInDto) handIns: TodayHandInDto[];
  @Parts(() => TodayAssignmentDto) notWatched: TodayAssignmentDto[];
  @Parts(() => UnfinishedTakeDto) unfinished: UnfinishedTakeDto[];
}

/** So many of a teacher's newest lessons are looked at for what is to be finished. */
const LOOKED_AT = 200;

@ApiTags('today')
@Controller('api')
export class TodayController {
  constructor(
    private readonly pages: PagesService,
    private readonly assignments: AssignmentsService,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly submissions: SubmissionsService,
    private readonly takes: TakesService,
    private readonly counts: WatchCounts,
    private readonly desk: DeskItems,
    private readonly heads: AssignmentHeads,
    private readonly words: QuickWordsService,
    private readonly reminders: RemindersService,
    private readonly attachments: AttachmentsService,
  ) {}

  @Get('today')
  @For('teacher')
  @ApiOkResponse({ type: TodayDto })
  async today(@By() person: SignedIn): Promise<TodayDto> {
    const assignments = await this.assignments.forTeacher(person.id);
    return {
      lessons: await this.#toFinish(person),
      handIns: await this.#waiting(assignments),
      notWatched: await this.#notWatched(person, assignments),
      unfinished: await this.#unfinished(person),
    };
  }

  @Get('desk')
  @For('learner')
  @ApiOkResponse({ type: [DeskItemDto] })
  async onDesk(@By() person: SignedIn): Promise<DeskItemDto[]> {
    const assignments = await this.assignments.forLearner(person.id);
    return this.desk.of(person, assignments);
  }

  @Get('desk/:id')
  @For('learner')
  @May('learn', 'assignment')
  @ApiOkResponse({ type: DeskWorkDto })
  async deskOne(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<DeskWorkDto> {
    const assignment = await this.assignments.get(id);
    const [item] = await this.desk.of(person, [assignment]);
    const { answersSeen, asking, offline } = assignment;
    const said = await this.reminders.newestTo(id, person.id);
    const reminder = said ? { text: said.text, at: said.at.toISOString() } : null;
    const attachments = ((await this.attachments.of([id])).get(id) ?? []).map(attachmentDto);
    return {
      ...present(item),
      instructions: shownWords(assignment.instructions),
      answersSeen,
      asking,
      offline,
      attachments,
      reminder,
    };
  }

  async #toFinish(person: SignedIn): Promise<TodayLessonDto[]> {
    const lessons = await this.lessons.recentOf(person.id, LOOKED_AT);
    const ids = lessons.map((lesson) => lesson.id);
    const shown = await this.pages.shownOf(ids);
    const assigned = await this.assignments.assignedOf(ids);
    const words = await this.words.usedOf(ids);
    return lessons.flatMap(({ id, title, length, updatedAt }) => {
      const pages = shown.get(id)?.pages ?? 0;
      const step = lessonStep({ pages, recorded: length > 0, assigned: assigned.has(id) || words.has(id) });
      return step ? [{ id, title, step, updatedAt: updatedAt.toISOString() }] : [];
    });
  }

  async #waiting(assignments: readonly Assignment[]): Promise<TodayHandInDto[]> {
    const waiting = await this.submissions.waitingOf(assignments.map((one) => one.id));
    const people = await this.people.byIds(waiting.flatMap(makersOf));
    const to = new Set(waiting.map((one) => one.assignmentId));
    const titles = await this.heads.titlesOf(assignments.filter((one) => to.has(one.id)));
    return waiting.map((one) => ({
      submissionId: one.id,
      assignmentId: one.assignmentId,
      learnerName: namesOf(one, people),
      title: titles.get(one.assignmentId) ?? '',
      handedInAt: one.handedInAt.toISOString(),
    }));
  }

  /** What is due soon, or was a short while ago, that nearest to today first: a term that is over is no work of today. */
  async #notWatched(person: SignedIn, given: readonly Assignment[]): Promise<TodayAssignmentDto[]> {
    const now = Date.now();
    const away = ({ dueAt }: Assignment) => Math.abs(dueAt.getTime() - now);
    const assignments = given
      .filter(({ dueAt }) => now - dueAt.getTime() < LATE_MS)
      .toSorted((a, b) => away(a) - away(b));
    const lessons = await this.lessons.byIds(assignments.flatMap(({ lessonIds }) => lessonIds[0] ?? []));
    const heads = await this.heads.of(assignments);
    const counts = await this.counts.begun(assignments.map((one) => one.id));
    return assignments.flatMap(({ id, lessonIds, dueAt }) => {
      const { title, className, learners } = present(heads.get(id));
      const begun = counts.get(id) ?? 0;
      if (begun >= learners) return [];
      const lessonId = present(lessonIds[0]);
      return [
        {
          ...{ assignmentId: id, lessonId, title, className, learners },
          dueAt: dueAt.toISOString(),
          notBegun: learners - begun,
          own: lessons.get(lessonId)?.ownerId === person.id,
        },
      ];
    });
  }

  async #unfinished(person: SignedIn): Promise<UnfinishedTakeDto[]> {
    const takes = await this.takes.unfinishedOf(person.id);
    const lessons = await this.lessons.byIds(takes.map((take) => take.lessonId));
    return takes.map((take) => ({ take: takeDto(take), lessonTitle: lessons.get(take.lessonId)?.title ?? '' }));
  }
}
