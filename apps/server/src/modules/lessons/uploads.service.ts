import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { randomUUID } from 'node:crypto';
import { dirname } from 'node:path';
import sharp from 'sharp';
import { Repository } from 'typeorm';
import { notFound, Problem } from '../../platform/http/index.ts';
import { JobHandlers, JobsService, type JobEntity } from '../../platform/jobs/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { checkFile } from './imports/checkFile.ts';
import {
  checkMedia,
  ImportsService,
  posterOf,
  storePlaced,
  type PlacedPicture,
  type Share,
  type StoredPicture,
  type UploadedFile,
} from './imports/index.ts';
import { pdfPages, pdfPicture, pdfPiece } from './imports/pdf.ts';
import { slidesToPdf } from './imports/slides.ts';
import { byName } from './imports/sniff.ts';
import { UploadEntity, type LessonEntity } from './lesson.entity.ts';
import { MOST_PAGES, pictureKey } from './lessons.rules.ts';
import { LessonsService } from './lessons.service.ts';
import { PagesService } from './pages.service.ts';

export const CONVERT = 'convert-slides';
/** Width of a page's preview, in pixels. */
const PREVIEW_WIDTH = 480;
const LARGE_PREVIEW_WIDTH = 1600;

export interface PickedPages {
  readonly upload: string;
  /** From 1. */
  readonly pages: readonly number[];
}

/** Files brought to a lesson: looked through, picked from, cut out of. */
@Injectable()
export class UploadsService implements OnModuleInit {
  constructor(
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly imports: ImportsService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    @Inject(STORAGE) private readonly storage: Storage,
    @InjectRepository(UploadEntity) private readonly uploads: Repository<UploadEntity>,
  ) {}

  onModuleInit(): void {
    this.handlers.register(CONVERT, (job) => this.#convert(job));
  }

  /** Takes files in; all are checked before any is kept. Slides are turned into a PDF by the job process. */
  async receive(lesson: LessonEntity, files: readonly UploadedFile[]): Promise<readonly UploadEntity[]> {
    if (files.length === 0) throw new Problem(400, 'no-file', 'No file arrived. Choose a file and try again.');
    const checked = [];
    for (const file of [...files].sort(byName)) checked.push(await checkFile(file.path, file.originalname));
    const received: UploadEntity[] = [];
    for (const file of checked) {
      const id = randomUUID();
      const isSlides = file.kind === 'slides';
      let key = `uploads/${lesson.id}/${id}`;
      if (isSlides) await this.storage.putFile(`${key}.${file.slides!.format}`, file.path);
      else ({ key } = await this.imports.store(lesson.id, file));
      const upload = this.uploads.create({
        id,
        lessonId: lesson.id,
        name: file.name.slice(0, 200),
        kind: file.kind === 'svg' ? 'picture' : file.kind,
        state: isSlides ? 'converting' : 'ready',
        key,
        pages: file.pages,
        notes: file.slides?.notes ?? [],
        failure: '',
        createdAt: new Date(),
      });
      await this.uploads.insert(upload);
      if (isSlides)
        await this.jobs.add({
          kind: CONVERT,
          ownerId: lesson.ownerId,
          subjectId: id,
          input: { format: file.slides!.format },
        });
      received.push(upload);
    }
    return received;
  }

  /** @throws Problem `not-found` */
  async one(lessonId: string, id: string): Promise<UploadEntity> {
    const upload = await this.uploads.findOneBy({ id, lessonId });
    if (!upload) throw notFound('file');
    return upload;
  }

  /** The picture of one page, from 1, as WebP. Drawn when first asked for. @throws Problem `not-found`, `still-converting` */
  async preview(upload: UploadEntity, page: number, large: boolean): Promise<string> {
    this.#expectPage(upload, page);
    const key = `${upload.key}.previews/${page}${large ? '-large' : ''}.webp`;
    if ((await this.storage.size(key)) !== null) return key;
    const width = large ? LARGE_PREVIEW_WIDTH : PREVIEW_WIDTH;
    const bytes = await this.imports.withFile(upload, async (path) => {
      if (upload.kind === 'clip') {
        const poster = await posterOf(path, await checkMedia(path, upload.name), dirname(path));
        return sharp(poster).resize({ width }).webp().toBuffer();
      }
      if (upload.kind === 'picture')
        return sharp(path)
          .rotate()
          .flatten({ background: 'white' })
          .resize({ width, withoutEnlargement: true })
          .webp()
          .toBuffer();
      const { rgb, ...size } = await pdfPicture(path, page, width);
      return sharp(rgb, { raw: { width: size.width, height: size.height, channels: 3 } })
        .webp({ effort: 1 })
        .toBuffer();
    });
    await this.storage.put(key, bytes);
    return key;
  }

  /** Makes pages out of the picked ones, in the order given. @throws Problem `too-many-pages`, `not-found` */
  async pick(lesson: LessonEntity, picked: readonly PickedPages[]): Promise<JobEntity> {
    const files = [];
    for (const { upload: id, pages } of picked) {
      const upload = await this.one(lesson.id, id);
      for (const page of pages) this.#expectPage(upload, page);
      const kind = await this.#fileKind(upload);
      files.push({ key: upload.key, kind, pages: upload.pages, chosen: pages, notes: upload.notes } as const);
    }
    const wanted = files.reduce((sum, file) => sum + file.chosen.length, 0);
    if (wanted === 0) throw new Problem(422, 'nothing-picked', 'No page was picked. Pick at least one.');
    const there = (await this.lessons.pagesOf(lesson.id)).length;
    if (there + wanted > MOST_PAGES) {
      throw new Problem(
        422,
        'too-many-pages',
        `This would make ${there + wanted} pages; a lesson can have ${MOST_PAGES}. Nothing was changed; pick fewer.`,
      );
    }
    return this.imports.beginStored({ lessonId: lesson.id, ownerId: lesson.ownerId, as: 'slide' }, files);
  }

  /** The picture of one page at full size, for replacing another. */
  async pagePicture(upload: UploadEntity, page: number): Promise<{ picture: StoredPicture; source: string }> {
    this.#expectPage(upload, page);
    const kind = await this.#fileKind(upload);
    const file = { key: upload.key, kind, pages: upload.pages } as const;
    const [picture] = await this.imports.withFile(upload, (path) => this.imports.draw(file, path, page));
    return { picture: picture!, source: `${upload.key}#${page}#${randomUUID()}` };
  }

  /** Cuts a piece out of a page of an uploaded file. */
  async cutUpload(upload: UploadEntity, page: number, part: Share): Promise<PlacedPicture> {
    this.#expectPage(upload, page);
    if (upload.kind === 'clip')
      throw new Problem(422, 'not-a-slide', 'Pieces can be cut out of pages and pictures, not out of a clip.');
    const piece = await this.imports.withFile(upload, (path) =>
      upload.kind === 'picture' ? this.#cutPicture(path, part) : this.#cutPdf(path, page, part),
    );
    await this.pages.addAsset(upload.lessonId, piece);
    return piece;
  }

  /** Cuts a piece out of a page of the lesson: out of the file it came from where that is a PDF, so that it is sharp. */
  async cutPage(lessonId: string, pageId: string, part: Share): Promise<PlacedPicture> {
    const page = await this.lessons.pageOf(lessonId, pageId);
    if (!page.picture) throw new Problem(422, 'not-a-slide', 'Pieces can be cut out of pages with a picture.');
    const [key = '', number = '1'] = (page.source ?? '').split('#');
    const fromPdf = key !== '' && (await this.storage.size(key)) !== null;
    const piece = fromPdf
      ? await this.imports.withFile({ key }, async (path) =>
          (await checkFile(path, key)).kind === 'pdf'
            ? this.#cutPdf(path, Number(number), part)
            : this.#cutPicture(path, part),
        )
      : await this.imports.withFile({ key: pictureKey(page.picture) }, (path) => this.#cutPicture(path, part));
    await this.pages.addAsset(lessonId, piece);
    return piece;
  }

  async #cutPdf(path: string, page: number, part: Share): Promise<PlacedPicture> {
    const { rgb, width, height } = await pdfPiece(path, page, part);
    return storePlaced(this.storage, sharp(rgb, { raw: { width, height, channels: 3 } }));
  }

  async #cutPicture(path: string, part: Share): Promise<PlacedPicture> {
    const { data, info } = await sharp(path).rotate().toBuffer({ resolveWithObject: true });
    const left = Math.min(info.width - 1, Math.round(part.x * info.width));
    const top = Math.min(info.height - 1, Math.round(part.y * info.height));
    const width = Math.max(1, Math.min(info.width - left, Math.round(part.width * info.width)));
    const height = Math.max(1, Math.min(info.height - top, Math.round(part.height * info.height)));
    return storePlaced(this.storage, sharp(data).extract({ left, top, width, height }));
  }

  async #fileKind(upload: UploadEntity): Promise<'pdf' | 'clip' | 'picture' | 'svg'> {
    if (upload.kind === 'clip') return 'clip';
    if (upload.kind !== 'picture') return 'pdf';
    return this.imports.withFile(upload, async (path) =>
      (await checkFile(path, upload.name)).kind === 'svg' ? 'svg' : 'picture',
    );
  }

  #expectPage(upload: UploadEntity, page: number): void {
    if (upload.state === 'converting')
      throw new Problem(409, 'still-converting', 'These slides are still being opened. Wait a moment.');
    if (upload.state === 'failed' || page < 1 || page > upload.pages) throw notFound('page of this file');
  }

  async #convert(job: JobEntity): Promise<void> {
    const upload = await this.uploads.findOneByOrFail({ id: job.subjectId });
    const { format } = job.input as { format: 'pptx' | 'odp' };
    try {
      const pdf = await slidesToPdf(await this.storage.read(`${upload.key}.${format}`), format);
      await this.storage.put(upload.key, pdf);
      const pages = await this.imports.withFile(upload, pdfPages);
      // Hidden slides are not drawn, so notes can be told apart only when the numbers agree.
      const notes = pages === upload.notes.length ? upload.notes : [];
      await this.uploads.update({ id: upload.id }, { state: 'ready', pages, notes: notes as string[] });
    } catch (failure) {
      const words =
        failure instanceof Problem
          ? failure.message
          : 'These slides could not be opened. Export them as a PDF and add that.';
      await this.uploads.update({ id: upload.id }, { state: 'failed', failure: words.slice(0, 400) });
      throw failure;
    }
  }
}
