import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { present } from '@oakbell/core/present';
import { OnceIfKeyed } from '../../platform/acts/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService } from '../assignments/index.ts';
import { PeopleService } from '../people/index.ts';
import { makersOf, namesOf, SubmissionsService } from '../submissions/index.ts';
import { DeskRubrics } from './deskRubrics.service.ts';
import { MarkingService, marksFor } from './marking.service.ts';
import { markingDto, SavedMarksDto } from './marks.dto.ts';
import { SecondMarksDto, TwoMarkersDto, type SecondRowDto } from './second.dto.ts';
import { SecondMarks } from './secondMarks.service.ts';

/** The same hand-ins marked by two, unseen by each other. */
@ApiTags('marking')
@Controller('api/marking')
export class SecondController {
  constructor(
    private readonly second: SecondMarks,
    private readonly marking: MarkingService,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly submissions: SubmissionsService,
    private readonly people: PeopleService,
    private readonly rubrics: DeskRubrics,
  ) {}

  @Get(':id/second')
  @For('teacher')
  @May('teach', 'assignment')
  @ApiOkResponse({ type: TwoMarkersDto })
  async both(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<TwoMarkersDto> {
    const assignment = await this.assignments.get(id);
    const submissions = await this.submissions.standingOf([id]);
    const marker = await this.second.markerOf(id);
    const [firsts, seconds] = [
      await this.marking.marksOf(submissions.map((one) => one.id)),
      await this.second.of(submissions),
    ];
    const sealed = await this.second.sealedFor(person.id, id, submissions);
    const markers = [marker, ...[...firsts.values(), ...seconds.values()].map((one) => one.byId)];
    const people = await this.people.byIds([
      ...new Set([...submissions.flatMap(makersOf), ...markers.flatMap((one) => one ?? [])]),
    ]);
    const nameOf = (personId: string | null) => people.get(personId ?? '')?.name ?? 'Somebody';
    const rows = submissions.map((submission): SecondRowDto => {
      const there = marksFor(submission, firsts.get(submission.id));
      const first = sealed.has(submission.id) ? null : there;
      const given = seconds.get(submission.id) ?? null;
      const done = given !== null && given.doneAt !== null;
      const isShown = given !== null && (given.byId === person.id || (done && first !== null));
      return {
        submissionId: submission.id,
        learnerName: namesOf(submission, people),
        handedInAt: submission.handedInAt.toISOString(),
        state: submission.state,
        kind: submission.kind,
        times: submission.times,
        firstRevision: first?.revision ?? 0,
        revision: given?.byId === person.id ? given.revision : 0,
        done,
        first: first && { ...markingDto(first), by: nameOf(first.byId) },
        second: isShown ? { ...markingDto(given), by: nameOf(given.byId) } : null,
      };
    });
    const used = rows.flatMap(({ first, second }) => [first, second].flatMap((one) => one?.rubric?.versionId ?? []));
    const { title, className } = present((await this.heads.of([assignment])).get(id));
    return {
      assignmentId: id,
      title,
      className,
      points: assignment.points,
      second: marker === null ? null : nameOf(marker),
      mine: marker === person.id,
      ...(await this.rubrics.of(assignment, used)),
      rows,
    };
  }

  /** Says that one marks it as the second: what was given first is not shown until one's own is done. */
  @Put(':id/second')
  @OnceIfKeyed()
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async take(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.second.take(person, id);
  }

  @Delete(':id/second')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async leave(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.second.leave(person, id);
  }

  @Put('hand-ins/:id/second')
  @OnceIfKeyed()
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: SavedMarksDto })
  async save(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() body: SecondMarksDto,
  ): Promise<SavedMarksDto> {
    return { revision: await this.second.save(person, id, body, body.done) };
  }
}
