import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  MOST_SHEET_LETTERS,
  MOST_SHEET_PICTURES,
  readPart,
  readParts,
  type ReadPart,
  type SheetEvent,
} from '@oakbell/core/worksheets';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { JobHandlers, JobsService } from '../../platform/jobs/index.ts';
import { Placing, type LentFile, type PlacedPicture, type UploadedFile } from '../files/index.ts';
import { PagesService } from '../pages/index.ts';
import { SheetEntity, SheetPartEntity, SheetPictureEntity } from './sheet.entity.ts';

const PICTURES = 'sheet-pictures';

/** Whose sheet of which assignment. */
export interface Whose {
  readonly assignmentId: string;
  readonly learnerId: string;
}
/** A part as a browser sends it. */
export interface SentPart {
  /** The opening of the sheet that sends it. */
  readonly visit: string;
  /** Its number there, from 0. */
  readonly number: number;
  readonly events: string;
}
/** What one learner has written. */
export interface WrittenSheet {
  readonly sheet: SheetEntity;
  readonly events: readonly SheetEvent[];
  /** The lines of all parts, in the order of arrival. */
  readonly log: string;
  readonly pictures: readonly string[];
}

const REFUSED: Readonly<Record<Extract<ReadPart, { ok: false }>['reason'], string>> = {
  empty: 'Nothing was written in this part.',
  'too-large': 'This part of what was written is too large to be kept at once.',
  'bad-line': 'A part of what was written could not be read.',
  'other-page': 'Something was written on a page that this worksheet does not have.',
  'other-picture': 'A picture was placed that was not brought to this worksheet.',
};

/** What learners write on worksheets: parts that are added, never read to add another. */
@Injectable()
export class SheetsService implements OnModuleInit {
  constructor(
    @InjectRepository(SheetEntity) private readonly sheets: Repository<SheetEntity>,
    @InjectRepository(SheetPartEntity) private readonly parts: Repository<SheetPartEntity>,
    @InjectRepository(SheetPictureEntity) private readonly pictures: Repository<SheetPictureEntity>,
    private readonly pages: PagesService,
    private readonly placing: Placing,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly acts: Acts,
  ) {}

  onModuleInit(): void {
    this.handlers.register(PICTURES, 'look', async ({ input, subjectId }) => {
      const placed = await this.placing.draw((input as { files: readonly LentFile[] }).files);
      return async () => {
        const rows = placed.map(({ digest, width, height }) => ({ sheetId: subjectId, digest, width, height }));
        await this.pictures.upsert(rows, ['sheetId', 'digest']);
        return placed;
      };
    });
  }

  /** The sheet, and all that is on it; null before anything was written. */
  async written(whose: Whose): Promise<WrittenSheet | null> {
    const sheet = await this.sheets.findOneBy(whose);
    if (!sheet) return null;
    const parts = await this.parts.find({ where: { sheetId: sheet.id }, order: { number: 'ASC' } });
    const lines = parts.map(({ events }) => events);
    const pictures = await this.pictures.findBy({ sheetId: sheet.id });
    return { sheet, events: readParts(lines), log: lines.join(''), pictures: pictures.map(({ digest }) => digest) };
  }

  /** For which of these assignments a learner has begun to write. */
  async begunBy(learnerId: string, assignmentIds: readonly string[]): Promise<ReadonlySet<string>> {
    if (assignmentIds.length === 0) return new Set();
    const found = await this.sheets.findBy({ learnerId, assignmentId: In([...assignmentIds]) });
    return new Set(found.map(({ assignmentId }) => assignmentId));
  }

  /** Whether this part is there already. */
  async has(whose: Whose, { visit, number }: SentPart): Promise<boolean> {
    const sheet = await this.sheets.findOneBy(whose);
    return sheet !== null && this.parts.existsBy({ sheetId: sheet.id, visit, visitNumber: number });
  }

  /**
   * Adds a part, once however often it is sent: the cost does not depend on how much is there. In an act.
   * @throws Problem `bad-part` with the reason; `sheet-full`
   */
  async add(whose: Whose, worksheetId: string, { visit, number, events }: SentPart, at = new Date()): Promise<void> {
    const sheet = await this.#locked(whose, at);
    if (await this.parts.existsBy({ sheetId: sheet.id, visit, visitNumber: number })) return;
    const pages = new Set(await this.pages.idsOf(worksheetId));
    const pictures = events.includes('"placed"') ? await this.pictures.findBy({ sheetId: sheet.id }) : [];
    const read = readPart(events, { pages, pictures: new Set(pictures.map(({ digest }) => digest)) });
    if (!read.ok)
      throw new Problem(422, 'bad-part', `${REFUSED[read.reason]} What was saved before is safe.`, {
        reason: read.reason,
      });
    const letters = sheet.letters + events.length;
    if (letters > MOST_SHEET_LETTERS)
      throw new Problem(
        422,
        'sheet-full',
        'This sheet is full: nothing more can be written on it. What is there is safe; hand it in.',
      );
    await this.parts.insert({ sheetId: sheet.id, number: sheet.parts, visit, visitNumber: number, events, at });
    await this.sheets.update({ id: sheet.id }, { parts: sheet.parts + 1, letters, changedAt: at });
  }

  /** Keeps pictures for a sheet. @throws Problem `too-many-pictures`, or what is wrong with one of them */
  async bringPictures(whose: Whose, files: readonly UploadedFile[]): Promise<readonly PlacedPicture[]> {
    const { id } = await this.acts.do(() => this.#locked(whose, new Date()));
    if ((await this.pictures.countBy({ sheetId: id })) + files.length > MOST_SHEET_PICTURES)
      throw new Problem(
        422,
        'too-many-pictures',
        `A sheet can hold ${MOST_SHEET_PICTURES} pictures. Those that are there are safe.`,
      );
    return this.placing.lend({ personId: whose.learnerId, subjectId: id }, files, (lent) =>
      this.jobs.perform({ kind: PICTURES, ownerId: whose.learnerId, subjectId: id, input: { files: lent } }),
    );
  }

  /** The sheet, for this act alone; begun where there is none. */
  async #locked(whose: Whose, at: Date): Promise<SheetEntity> {
    await this.sheets
      .createQueryBuilder()
      .insert()
      .orIgnore()
      .values({ id: randomUUID(), ...whose, parts: 0, letters: 0, begunAt: at, changedAt: at })
      .execute();
    const sheet = await this.sheets.findOne({ where: { ...whose }, lock: { mode: 'pessimistic_write' } });
    if (!sheet) throw notFound('assignment');
    return sheet;
  }
}
