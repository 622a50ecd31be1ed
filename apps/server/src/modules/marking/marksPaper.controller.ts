import { Controller, Get, Param, ParseUUIDPipe, Req, Res } from '@nestjs/common';
import { ApiOkResponse, ApiProduces, ApiTags } from '@nestjs/swagger';
import { nameFrom } from '@oakbell/core/naming';
import { present } from '@oakbell/core/present';
import type { Request, Response } from 'express';
import { DateTime } from 'luxon';
import { notFound, Problem } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService } from '../assignments/index.ts';
import { CoursesService } from '../courses/index.ts';
import { PeopleService } from '../people/index.ts';
import { RubricsService } from '../rubrics/index.ts';
import { SchoolService } from '../school/index.ts';
import { makersOf, namesOf, SubmissionsService, type Submission } from '../submissions/index.ts';
import { MarkingService } from './marking.service.ts';
import { marksPdf } from './marksPdf.ts';

const A_PDF = { schema: { type: 'string', format: 'binary' } } as const;

/** What came back, on paper. */
@ApiTags('marking')
@Controller('api')
export class MarksPaperController {
  constructor(
    private readonly marking: MarkingService,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly courses: CoursesService,
    private readonly people: PeopleService,
    private readonly rubrics: RubricsService,
    private readonly school: SchoolService,
    private readonly submissions: SubmissionsService,
  ) {}

  /** One's own marks as a PDF. */
  @Get('assignments/:id/feedback/paper')
  @For('learner')
  @May('see-own-work', 'assignment')
  @ApiProduces('application/pdf')
  @ApiOkResponse(A_PDF)
  async own(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await this.#send(await this.submissions.ofLearner(id, person.id), request, response);
  }

  /** What a learner got back, as a PDF. */
  @Get('marking/hand-ins/:id/paper')
  @For('teacher')
  @May('mark', 'submission')
  @ApiProduces('application/pdf')
  @ApiOkResponse(A_PDF)
  async theirs(
    @Param('id', ParseUUIDPipe) id: string,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    const submission = await this.submissions.one(id);
    if (submission?.state !== 'handed-back')
      throw new Problem(409, 'not-handed-back', 'This was not handed back yet: there is nothing to take along.');
    await this.#send(submission, request, response);
  }

  /** Named by the pattern of whoever marked it. @throws Problem `not-found` where nothing was handed back */
  async #send(submission: Submission | null, request: Request, response: Response): Promise<void> {
    const mark = submission && (await this.marking.marksOf([submission.id])).get(submission.id);
    if (!submission || submission.state !== 'handed-back' || !mark?.handedBackAt) throw notFound('feedback');
    const assignment = await this.assignments.get(submission.assignmentId);
    const { title, className } = present((await this.heads.of([assignment])).get(assignment.id));
    const [version] = await this.rubrics.versionsOf(mark.rubricVersionId ? [mark.rubricVersionId] : [], 'named');
    const learner = namesOf(submission, await this.people.byIds(makersOf(submission)));
    const day = DateTime.fromJSDate(mark.correctedAt ?? mark.handedBackAt, { zone: await this.school.timeZone() });
    const pdf = await marksPdf({
      title,
      learner,
      className,
      back: `${mark.correctedAt ? 'Corrected' : 'Handed back'} ${day.setLocale('en-GB').toFormat("d LLLL yyyy 'at' HH:mm")}`,
      points: mark.points,
      outOf: assignment.points,
      reason: mark.reason,
      comment: mark.comment,
      criteria: version?.criteria ?? null,
      choices: mark.choices ?? [],
      link: `${request.protocol}://${request.get('host') ?? ''}/feedback/${assignment.id}`,
      spoken: mark.editionId !== null,
    });
    const { naming } = await this.courses.preferencesOf(mark.byId ?? '');
    const facts = { title, class: className, learner, date: day.toISODate() ?? '' };
    const name = nameFrom(naming.includes('{learner}') ? naming : `${naming} · {learner}`, facts);
    response.setHeader('Content-Type', 'application/pdf');
    response.setHeader('Cache-Control', 'no-store');
    response.attachment(`${name}.pdf`);
    response.end(pdf);
  }
}
