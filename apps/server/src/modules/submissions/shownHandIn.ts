import { Injectable } from '@nestjs/common';
import { Choice, Flag, Id, Part, Parts, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { jobDto, JobDto, JobsService } from '../../platform/jobs/index.ts';
import type { AssignmentEntity } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { IMPORT, LessonsService, pageDto, PageDto } from '../lessons/index.ts';
import { TakesService } from '../takes/index.ts';
import type { SubmissionEntity } from './submission.entity.ts';
import { isLate, LONGEST_TEXT, mayReplace } from './submissions.rules.ts';

export class HandInDto {
  @Id() id: string;
  @Choice(['handed-in', 'handed-back']) state: SubmissionEntity['state'];
  @Choice(['file', 'text', 'spoken']) kind: SubmissionEntity['kind'];
  @Texts() fileNames: string[];
  @Text({ max: LONGEST_TEXT }) text: string;
  @When() handedInAt: string;
  @Flag() late: boolean;
  /** What was spoken, to be heard again; null while it is being made and for everything else. */
  @Id({ nullable: true }) answerEditionId: string | null;
  @Whole() times: number;
  @Flag() mayReplace: boolean;
  @Parts(() => PageDto) pages: PageDto[];
  @Part(() => JobDto, { nullable: true }) importing: JobDto | null;
}

/** A hand-in as its learner sees it. */
@Injectable()
export class ShownHandIn {
  constructor(
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly takes: TakesService,
    private readonly jobs: JobsService,
  ) {}

  async dto(assignment: AssignmentEntity, submission: SubmissionEntity): Promise<HandInDto> {
    const lesson = await this.lessons.forSubmission(submission.id);
    const takes = lesson ? await this.takes.ofLesson(lesson.id) : [];
    const pages = lesson ? await this.lessons.pagesOf(lesson.id) : [];
    const newest = lesson && (await this.jobs.newestFor(lesson.id, [IMPORT]));
    const { id, state, kind, fileNames, text, answerId, handedInAt, times } = submission;
    return {
      id,
      state,
      kind,
      fileNames: [...fileNames],
      text,
      handedInAt: handedInAt.toISOString(),
      late: isLate(handedInAt, assignment.dueAt),
      answerEditionId: answerId ? ((await this.editions.newestReady(answerId))?.id ?? null) : null,
      times,
      mayReplace: mayReplace(submission, takes.length),
      pages: pages.map(pageDto),
      importing: newest ? jobDto(newest) : null,
    };
  }
}
