import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { present } from '@oakbell/core/present';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { OutlineService } from '../outline/index.ts';
import { SubmissionsService } from '../submissions/index.ts';
import { DeskItems } from '../today/index.ts';
import { WatchCounts } from '../watching/index.ts';
import { WordsOnPage } from './wordsOnPage.service.ts';
import { ClassPageDto, OwnClassDto, OwnClassPageDto } from './classPage.dto.ts';

const placeOf = ({ unitId, day, place }: Assignment) => ({ unitId, day, place });

/** What a class was given, in the order of its units and days: for who teaches it, and for each of its learners. */
@ApiTags('class pages')
@Controller('api')
export class ClassPageController {
  constructor(
    private readonly classes: ClassesService,
    private readonly outline: OutlineService,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly counts: WatchCounts,
    private readonly submissions: SubmissionsService,
    private readonly desk: DeskItems,
    private readonly quickWords: WordsOnPage,
  ) {}

  @Get('classes/:id/page')
  @For('teacher')
  @May('teach', 'class')
  @ApiOkResponse({ type: ClassPageDto })
  async page(@Param('id', ParseUUIDPipe) id: string): Promise<ClassPageDto> {
    const given = await this.assignments.ofClass(id);
    const heads = await this.heads.of(given);
    const ids = given.map((one) => one.id);
    const begun = await this.counts.begun(ids);
    const waiting = new Map<string, number>();
    for (const { assignmentId } of await this.submissions.waitingOf(ids))
      waiting.set(assignmentId, 1 + (waiting.get(assignmentId) ?? 0));
    return {
      ...(await this.#outlined(id)),
      words: await this.quickWords.ofTeacher(id),
      learners: (await this.classes.learnerCounts([id])).get(id) ?? 0,
      items: given.map((one) => {
        const { title, whom, learners } = present(heads.get(one.id));
        return {
          ...{ id: one.id, lessonId: present(one.lessonIds[0]), title, whom, learners, handIn: one.handIn },
          ...{ begun: begun.get(one.id) ?? 0, waiting: waiting.get(one.id) ?? 0, dueAt: one.dueAt.toISOString() },
          ...placeOf(one),
        };
      }),
    };
  }

  @Get('own-classes')
  @For('learner')
  @ApiOkResponse({ type: [OwnClassDto] })
  async own(@By() person: SignedIn): Promise<OwnClassDto[]> {
    const classes = await this.classes.of(person.id, 'learner');
    return classes.map(({ id, name, course }) => ({ id, name, course }));
  }

  @Get('own-classes/:id')
  @For('learner')
  @May('learn', 'class')
  @ApiOkResponse({ type: OwnClassPageDto })
  async ownPage(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<OwnClassPageDto> {
    const given = await this.assignments.forLearner(person.id, { classId: id });
    const works = await this.desk.of(person, given);
    return {
      ...(await this.#outlined(id)),
      words: await this.quickWords.ofLearner(id, person.id),
      items: given.map((one, i) => ({
        ...{ id: one.id, givenAt: one.createdAt.toISOString(), work: present(works[i]) },
        ...placeOf(one),
      })),
    };
  }

  async #outlined(classId: string) {
    const { id, name, course } = await this.classes.get(classId);
    const units = await this.outline.unitsOf(id);
    const topics = await this.outline.topicsOf(id);
    return { id, name, course, units: [...units], topics: [...topics] };
  }
}
