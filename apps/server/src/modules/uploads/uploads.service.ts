import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts, OnceOnly, type Keyed } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { jobDto, JobDto, JobHandlers, JobsService, type Ending, type Job } from '../../platform/jobs/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { FileChecks, withStored, type CheckedFile, type UploadedFile } from '../files/index.ts';
import { ImportsService } from '../imports/index.ts';
import { pdfPages } from '../files/index.ts';
import { withSlidesAsPdf } from '../files/index.ts';
import { UploadEntity } from './upload.entity.ts';
import type { Lesson } from '../lessons/index.ts';
import { MOST_PAGES } from '../files/index.ts';
import { PagesService } from '../pages/index.ts';

export const CONVERT = 'convert-slides';

export interface PickedPages {
  readonly upload: string;
  /** From 1. */
  readonly pages: readonly number[];
}

/** Files brought to a lesson, to be looked through and picked from. */
@Injectable()
export class UploadsService implements OnModuleInit {
  constructor(
    private readonly pages: PagesService,
    private readonly imports: ImportsService,
    private readonly checks: FileChecks,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly acts: Acts,
    private readonly once: OnceOnly,
    @Inject(STORAGE) private readonly storage: Storage,
    @InjectRepository(UploadEntity) private readonly uploads: Repository<UploadEntity>,
  ) {}

  onModuleInit(): void {
    this.handlers.register(CONVERT, 'import', (job) => this.#convert(job), {
      stopped: async ({ subjectId: id, failureCode, failureText }) => {
        const own = failureCode !== null && failureCode !== 'failed' ? failureText : null;
        await this.uploads.update({ id }, { state: 'failed', failure: own ?? CANNOT_BE_OPENED });
      },
      again: async ({ subjectId: id }) => {
        await this.uploads.update({ id }, { state: 'converting', failure: '' });
      },
    });
  }

  /** Takes files in; all are looked into before any is used. Slides are turned into a PDF by a job of their own. */
  async receive(personId: string, lesson: Lesson, files: readonly UploadedFile[]): Promise<readonly UploadEntity[]> {
    const checked = await this.checks.bring(files, {
      personId,
      subjectId: lesson.id,
      pages: null,
      clips: true,
      slides: true,
    });
    const received: UploadEntity[] = [];
    return this.acts.do(async () => {
      for (const file of checked) received.push(await this.#keep(personId, lesson.id, file));
      return received;
    });
  }

  async #keep(
    personId: string,
    lessonId: string,
    { kind, key, pages, name, slides }: CheckedFile,
  ): Promise<UploadEntity> {
    // Only hand-ins ask for these.
    if (kind === 'text' || kind === 'whole') throw new Error(`A lesson takes no file of kind ${kind}`);
    const id = randomUUID();
    const upload = this.uploads.create({
      id,
      lessonId,
      name: name.slice(0, 200),
      kind: kind === 'svg' ? 'picture' : kind,
      state: slides ? 'converting' : 'ready',
      key,
      pages,
      notes: slides?.notes ?? [],
      failure: '',
      createdAt: new Date(),
    });
    await this.uploads.insert(upload);
    if (slides) {
      const input = { format: slides.format, slides: key };
      await this.jobs.add({ kind: CONVERT, ownerId: personId, subjectId: id, input });
    }
    return upload;
  }

  /** @throws Problem `not-found` */
  async one(lessonId: string, id: string): Promise<UploadEntity> {
    const upload = await this.uploads.findOneBy({ id, lessonId });
    if (!upload) throw notFound('file');
    return upload;
  }

  /** Makes pages out of the picked ones, in the order given. @throws Problem `too-many-pages`, `not-found` */
  async pick(personId: string, lesson: Lesson, picked: readonly PickedPages[]): Promise<Job> {
    const files = [];
    for (const { upload: id, pages } of picked) {
      const upload = await this.one(lesson.id, id);
      for (const page of pages) ensurePage(upload, page);
      const kind = kindOf(upload);
      files.push({ key: upload.key, kind, pages: upload.pages, chosen: pages, notes: upload.notes } as const);
    }
    const wanted = files.reduce((sum, file) => sum + file.chosen.length, 0);
    if (wanted === 0) throw new Problem(422, 'nothing-picked', 'No page was picked. Pick at least one.');
    const there = (await this.pages.pagesOf(lesson.id)).length;
    if (there + wanted > MOST_PAGES) {
      throw new Problem(
        422,
        'too-many-pages',
        `This would make ${there + wanted} pages; a lesson can have ${MOST_PAGES}. Nothing was changed; pick fewer.`,
      );
    }
    return this.imports.beginStored({ lessonId: lesson.id, ownerId: personId, as: 'slide' }, files);
  }

  /** Takes in whole files as pages, without picking: once, where the act has a key. */
  async takeIn(
    to: { readonly personId: string; readonly lessonId: string; readonly keyed: Keyed | null },
    files: readonly UploadedFile[],
  ): Promise<JobDto> {
    const { personId, lessonId, keyed } = to;
    const pages = (await this.pages.pagesOf(lessonId)).length;
    return this.once.prepared(
      keyed,
      () => this.checks.bring(files, { personId, subjectId: lessonId, pages }),
      async (checked) => jobDto(await this.imports.begin({ lessonId, ownerId: personId, as: 'slide' }, checked)),
    );
  }

  async #convert(job: Job): Promise<Ending> {
    const upload = await this.uploads.findOneByOrFail({ id: job.subjectId });
    const { format, slides } = job.input as { format: 'pptx' | 'odp'; slides: string };
    const key = `${slides}.pdf`;
    const pages = await withStored(this.storage, slides, (file) =>
      withSlidesAsPdf(file, format, async (pdf) => {
        const drawn = await pdfPages(pdf);
        await this.storage.putFile(key, pdf);
        return drawn;
      }),
    );
    // Hidden slides are not drawn, so notes can be told apart only when the numbers agree.
    const notes = pages === upload.notes.length ? upload.notes : [];
    return async () => {
      await this.uploads.update({ id: upload.id }, { state: 'ready', key, pages, notes: notes as string[] });
    };
  }
}

const CANNOT_BE_OPENED = 'These slides could not be opened. Export them as a PDF and add that.';

/** @throws Problem `still-converting`, `not-found` */
export function ensurePage(upload: UploadEntity, page: number): void {
  if (upload.state === 'converting')
    throw new Problem(409, 'still-converting', 'These slides are still being opened. Wait a moment.');
  if (upload.state === 'failed' || page < 1 || page > upload.pages) throw notFound('page of this file');
}

/** What an upload is drawn as: slides lie there as a PDF. */
export const kindOf = ({ kind }: UploadEntity): 'pdf' | 'clip' | 'picture' => (kind === 'slides' ? 'pdf' : kind);
