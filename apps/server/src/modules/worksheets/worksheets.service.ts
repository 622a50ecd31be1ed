import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { LONGEST_TITLE } from '@oakbell/core/library';
import { pictureKey } from '@oakbell/core/media';
import { readBackdrop } from '@oakbell/core/pages';
import { MOST_SHEET_PAGES } from '@oakbell/core/worksheets';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { groupedBy } from '../../platform/database/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { JobsService, Rounds, type Job } from '../../platform/jobs/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService, MediaService, type MediaDto, type Viewer } from '../access/index.ts';
import { FileChecks, type CheckedFile, type UploadedFile } from '../files/index.ts';
import { IMPORT, ImportsService } from '../imports/index.ts';
import { LessonsService, type Lesson } from '../lessons/index.ts';
import { filesOn, PageEditing, PagesService, type PageEntity } from '../pages/index.ts';
import { SheetEntity } from './sheet.entity.ts';

const FORGET_WORKSHEETS = 'forget-worksheets';
const TITLE = 'Worksheet';
const WRITABLE: readonly PageEntity['kind'][] = ['slide', 'board'];

/** A worksheet as it is shown: its pages, and how far they are drawn. */
export interface ShownWorksheet {
  readonly id: string;
  readonly pages: readonly PageEntity[];
  readonly importing: Job | null;
}

const tooManyPages = (pages: number): Problem =>
  new Problem(
    422,
    'too-many-pages',
    `A worksheet can have ${MOST_SHEET_PAGES} pages; this has ${pages}. Choose the pages that learners are to write on.`,
  );

/** Pages that learners write on. They do not change any more once they are made: another worksheet is another one. */
@Injectable()
export class WorksheetsService implements OnModuleInit {
  constructor(
    @InjectRepository(SheetEntity) private readonly sheets: Repository<SheetEntity>,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly editing: PageEditing,
    private readonly imports: ImportsService,
    private readonly checks: FileChecks,
    private readonly jobs: JobsService,
    private readonly rounds: Rounds,
    private readonly access: AccessService,
    private readonly media: MediaService,
    private readonly acts: Acts,
  ) {}

  onModuleInit(): void {
    this.rounds.daily(FORGET_WORKSHEETS, () => Promise.resolve(() => this.#forget()));
  }

  /** Makes one of pages of a lesson, in their order there. @throws Problem `too-many-pages`, `nothing-to-write-on` */
  async fromLesson(person: Person, lessonId: string, pageIds: readonly string[]): Promise<Lesson> {
    if (pageIds.length > MOST_SHEET_PAGES) throw tooManyPages(pageIds.length);
    const chosen = (await this.pages.pagesOf(lessonId)).filter(({ id }) => pageIds.includes(id));
    const usable = chosen.filter(({ kind }) => WRITABLE.includes(kind));
    if (usable.length === 0 || usable.length < new Set(pageIds).size)
      throw new Problem(
        422,
        'nothing-to-write-on',
        'Learners can write on slides and boards. Choose some of those; the others cannot be written on.',
      );
    return this.acts.do(async () => {
      const made = await this.lessons.addWorksheet({ ownerId: person.id, title: TITLE });
      await this.editing.copyFrom(made.id, lessonId, { pages: pageIds, cues: false });
      return made;
    });
  }

  /** Makes one of boards that are all alike. @throws Problem `bad-backdrop` */
  async ofBoards(person: Person, backdrop: unknown, count: number): Promise<Lesson> {
    const read = readBackdrop(backdrop);
    if (!read || read.kind === 'picture')
      throw new Problem(422, 'bad-backdrop', 'There is no such board. Nothing was made; choose another.');
    return this.acts.do(async () => {
      const made = await this.lessons.addWorksheet({ ownerId: person.id, title: TITLE });
      for (let i = 0; i < count; i += 1) await this.pages.addBoard(made.id, read);
      return made;
    });
  }

  /** Looks into files for a worksheet. @throws Problem `too-many-pages`, or what is wrong with one of them */
  async look(person: Person, files: readonly UploadedFile[]): Promise<readonly CheckedFile[]> {
    const brought = { personId: person.id, subjectId: person.id, pages: 0, office: true, inOrder: true };
    const checked = await this.checks.bring(files, brought);
    const pages = checked.reduce((sum, file) => sum + file.pages, 0);
    if (pages > MOST_SHEET_PAGES) throw tooManyPages(pages);
    return checked;
  }

  /** Makes one of files that were looked into; its pages come as they are drawn. In an act. */
  async ofFiles(person: Person, files: readonly CheckedFile[]): Promise<Lesson> {
    const title = (files[0]?.name ?? TITLE).slice(0, LONGEST_TITLE);
    const made = await this.lessons.addWorksheet({ ownerId: person.id, title });
    await this.imports.begin({ lessonId: made.id, ownerId: person.id, as: 'slide' }, files);
    return made;
  }

  /** @throws Problem `not-found` where it is no worksheet */
  async shown(id: string): Promise<ShownWorksheet> {
    const lesson = await this.lessons.get(id);
    if (lesson.kind !== 'worksheet') throw notFound('worksheet');
    return { id, pages: await this.pages.pagesOf(id), importing: await this.jobs.newestFor(id, [IMPORT]) };
  }

  /** Addresses of its pictures, and of others that lie on it. */
  async addresses(
    viewer: Viewer,
    id: string,
    pages: readonly PageEntity[],
    more: readonly string[] = [],
  ): Promise<MediaDto> {
    const keys = [...filesOn(pages), ...more.map(pictureKey)];
    return this.media.give(viewer, [`worksheet:${id}`], keys);
  }

  /**
   * Looks whether a worksheet may go with an assignment now. In an act. @throws Problem `not-found` for one that this
   * person cannot hand out; `still-drawing`; `sheet-begun` once somebody has written on the one before
   */
  async ensureUsable(
    person: Person,
    worksheetId: string | null,
    before: { readonly id: string; readonly worksheetId: string | null } | null,
  ): Promise<void> {
    if (before && before.worksheetId === worksheetId) return;
    if (worksheetId !== null && !(await this.access.decide(person, 'hand-out', 'lesson', worksheetId)).ok)
      throw notFound('worksheet');
    const drawing = worksheetId === null ? null : await this.jobs.newestFor(worksheetId, [IMPORT]);
    if (drawing && drawing.state !== 'done')
      throw new Problem(
        409,
        'still-drawing',
        drawing.state === 'failed' || drawing.state === 'cancelled'
          ? 'The pages of this worksheet could not be drawn. Nothing was given; leave it out, or make it anew.'
          : 'The pages of this worksheet are not drawn yet. Nothing was given; try again in a moment.',
      );
    if (before && (await this.sheets.existsBy({ assignmentId: before.id })))
      throw new Problem(
        409,
        'sheet-begun',
        'Somebody has begun to write on this worksheet, so it stays. What was written is safe; give another one beside it.',
      );
  }

  /** What was begun for assignments, by assignment. */
  async begunFor(assignmentIds: readonly string[]): Promise<ReadonlyMap<string, readonly SheetEntity[]>> {
    if (assignmentIds.length === 0) return new Map();
    const found = await this.sheets.find({
      where: { assignmentId: In([...assignmentIds]) },
      order: { changedAt: 'DESC' },
    });
    return new Map([...groupedBy(found, (one) => one.assignmentId)]);
  }

  /** Forgets what was made for nothing a day ago, or longer. */
  async #forget(): Promise<void> {
    const rows = (await this.sheets.query(
      `SELECT l.id FROM lesson l WHERE l.kind = 'worksheet' AND l.createdAt < UTC_TIMESTAMP(3) - INTERVAL 1 DAY
       AND NOT EXISTS(SELECT 1 FROM assignment a WHERE a.worksheetId = l.id)`,
    )) as { id: string }[];
    for (const { id } of rows) await this.lessons.remove(id);
  }
}
