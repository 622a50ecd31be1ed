import { Injectable } from '@nestjs/common';
import { pictureKey } from '@oakbell/core/media';
import { present } from '@oakbell/core/present';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { jobDto } from '../../platform/jobs/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { MediaService, type Viewer } from '../access/index.ts';
import { AssignmentHeads, AssignmentsService, type Assignment } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import type { UploadedFile } from '../files/index.ts';
import { shownPage } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { makersOf, SubmissionsService, type Submission } from '../submissions/index.ts';
import { SheetsService, WorksheetsService, type SentPart, type Whose } from '../worksheets/index.ts';
import type { BegunSheetDto, SheetDto, SheetPictureDto } from './sheets.dto.ts';

const HANDED_BACK = 'This was handed back, so nothing more is written on it.';

/** @throws Problem `no-worksheet` */
function worksheetOf({ worksheetId }: Assignment): string {
  if (worksheetId === null) throw new Problem(409, 'no-worksheet', 'There is no worksheet to write on here.');
  return worksheetId;
}

/** What learners write on the worksheets they were given, before their teachers. */
@Injectable()
export class LearnerSheets {
  constructor(
    private readonly sheets: SheetsService,
    private readonly worksheets: WorksheetsService,
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly submissions: SubmissionsService,
    private readonly classes: ClassesService,
    private readonly people: PeopleService,
    private readonly media: MediaService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  /** A learner's sheet as they, or who teaches them, see it. @throws Problem `no-worksheet` */
  async shown(viewer: Viewer, assignmentId: string, learnerId: string): Promise<SheetDto> {
    const assignment = await this.assignments.get(assignmentId);
    const worksheet = await this.worksheets.shown(worksheetOf(assignment));
    const written = await this.sheets.written({ assignmentId, learnerId });
    const handedIn = await this.submissions.ofLearner(assignmentId, learnerId);
    const isBack = handedIn?.state === 'handed-back';
    const closed = isBack ? HANDED_BACK : await this.#closed(assignment, learnerId);
    const pictures = written?.pictures ?? [];
    return {
      assignmentId,
      title: (await this.heads.titlesOf([assignment])).get(assignmentId) ?? '',
      pages: worksheet.pages.map(shownPage),
      media: await this.worksheets.addresses(viewer, worksheet.id, worksheet.pages, pictures),
      importing: worksheet.importing ? jobDto(worksheet.importing) : null,
      log: written?.log ?? '',
      pictures: [...pictures],
      savedAt: written?.sheet.changedAt.toISOString() ?? null,
      mayWrite: closed === null,
      why: closed,
      handedInAt: handedIn?.handedInAt.toISOString() ?? null,
    };
  }

  /** Saves a part of what is written. @throws Problem `watch-first`, `being-marked`, `bad-part`, `sheet-full` */
  async save(person: Person, assignment: Assignment, part: SentPart, at = new Date()): Promise<Date> {
    const whose: Whose = { assignmentId: assignment.id, learnerId: person.id };
    await this.acts.do(async () => {
      // What has arrived has arrived, also when nothing can be written any more.
      if (await this.sheets.has(whose, part)) return;
      await this.submissions.ensureOpen(assignment, person.id);
      await this.sheets.add(whose, worksheetOf(assignment), part, at);
    });
    const teachers = await this.classes.teacherIds(assignment.classId);
    await this.events.mention(teachers, { kind: 'sheet', id: assignment.id, of: person.id });
    return at;
  }

  /** Keeps pictures for a sheet. @throws Problem as for `save`, `too-many-pictures`, or what is wrong with one */
  async bring(
    person: Person & Viewer,
    assignment: Assignment,
    files: readonly UploadedFile[],
  ): Promise<SheetPictureDto[]> {
    const worksheetId = worksheetOf(assignment);
    await this.submissions.ensureOpen(assignment, person.id);
    const made = await this.sheets.bringPictures({ assignmentId: assignment.id, learnerId: person.id }, files);
    const keys = made.map(({ digest }) => pictureKey(digest));
    const media = await this.media.give(person, [`worksheet:${worksheetId}`], keys);
    return made.map(({ digest, width, height }) => ({ digest, width, height, media }));
  }

  /** Hands in the sheet as it is now. @throws Problem `nothing-written`, and what a hand-in may meet */
  async handIn(person: Person, assignment: Assignment): Promise<Submission> {
    const worksheetId = worksheetOf(assignment);
    const written = await this.sheets.written({ assignmentId: assignment.id, learnerId: person.id });
    if (!written || written.events.length === 0)
      throw new Problem(409, 'nothing-written', 'Nothing is written on the worksheet yet. Write on it first.');
    return this.submissions.handIn(person, assignment, { worksheetId, events: written.events });
  }

  /** Who has begun to write, by name. */
  async begun(assignment: Assignment): Promise<BegunSheetDto[]> {
    const sheets = (await this.worksheets.begunFor([assignment.id])).get(assignment.id) ?? [];
    const people = await this.people.byIds(sheets.map(({ learnerId }) => learnerId));
    const handedIn = new Set((await this.submissions.standingOf([assignment.id])).flatMap(makersOf));
    return sheets
      .map(({ learnerId, begunAt, changedAt }) => ({
        ...{ learnerId, learnerName: people.get(learnerId)?.name ?? '' },
        ...{ begunAt: begunAt.toISOString(), changedAt: changedAt.toISOString(), handedIn: handedIn.has(learnerId) },
      }))
      .sort((a, b) => a.learnerName.localeCompare(b.learnerName));
  }

  /** The sheet of a learner that somebody looks on. @throws Problem `not-found` where they have not begun */
  async lookedOn(viewer: Viewer, assignmentId: string, learnerId: string): Promise<SheetDto & { learnerName: string }> {
    if (!(await this.sheets.written({ assignmentId, learnerId }))) throw notFound('worksheet');
    const learner = present(await this.people.one(learnerId));
    return { ...(await this.shown(viewer, assignmentId, learnerId)), learnerName: learner.name };
  }

  /** Why nothing can be written now; null where it can. */
  async #closed(assignment: Assignment, learnerId: string): Promise<string | null> {
    try {
      await this.submissions.ensureOpen(assignment, learnerId);
      return null;
    } catch (failure) {
      if (failure instanceof Problem) return failure.message;
      throw failure;
    }
  }
}
