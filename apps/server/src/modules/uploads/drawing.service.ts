import { present } from '@oakbell/core/present';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { Problem } from '../../platform/http/index.ts';
import { endsWith, JobHandlers, JobsService, type Ending, type Job } from '../../platform/jobs/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { checkFile, isDrawing } from '../files/index.ts';
import {
  checkMedia,
  Placing,
  posterOf,
  storePlaced,
  withStored,
  type LentFile,
  type PlacedPicture,
  type Share,
  type StoredPicture,
  type UploadedFile,
} from '../files/index.ts';
import { ImportsService } from '../imports/index.ts';
import { storeClip } from '../files/index.ts';
import { pdfPicture, pdfPiece } from '../files/index.ts';
import { drawSvg, openPicture } from '../files/index.ts';
import { ensurePage, kindOf, UploadsService } from './uploads.service.ts';
import type { UploadEntity } from './upload.entity.ts';
import { pictureKey } from '@oakbell/core/media';
import { PagesService } from '../pages/index.ts';

/** Width of a page's preview, in pixels. */
const PREVIEW_WIDTH = 480;
const LARGE_PREVIEW_WIDTH = 1600;

export interface KeptSound {
  readonly clip: string;
  readonly lengthMs: number;
}
/** Where a piece is cut out of: a page of an uploaded file, or a page of the lesson. */
type CutFrom = { readonly upload: string; readonly number: number } | { readonly page: string };
interface Cut {
  readonly lessonId: string;
  readonly from: CutFrom;
  readonly part: Share;
}
interface Preview {
  readonly lessonId: string;
  readonly page: number;
  readonly large: boolean;
}

/** What is drawn out of files for somebody who waits: previews, pieces, placed pictures, sounds. All of it by jobs. */
@Injectable()
export class DrawingService implements OnModuleInit {
  constructor(
    private readonly pages: PagesService,
    private readonly uploads: UploadsService,
    private readonly imports: ImportsService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly placing: Placing,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register('draw-preview', 'look', (job) => this.#preview(job));
    this.handlers.register('draw-page', 'look', async (job) => endsWith(await this.#pagePicture(job)));
    this.handlers.register('cut-out', 'look', (job) => this.#cut(job.input as Cut));
    this.handlers.register('place-pictures', 'look', (job) => this.#place(job));
    this.handlers.register('bring-sound', 'import', (job) => this.#sound(job));
  }

  /** Where the picture of one page, from 1, lies as WebP. Drawn when first asked for. @throws Problem `not-found`, `still-converting` */
  async preview(ownerId: string, upload: UploadEntity, page: number, large: boolean): Promise<string> {
    ensurePage(upload, page);
    const key = previewKey(upload, page, large);
    if ((await this.storage.size(key)) !== null) return key;
    const input: Preview = { lessonId: upload.lessonId, page, large };
    await this.jobs.perform({ kind: 'draw-preview', ownerId, subjectId: upload.id, input });
    return key;
  }

  /** The picture of one page at full size, for replacing another. */
  async pagePicture(
    ownerId: string,
    upload: UploadEntity,
    page: number,
  ): Promise<{ picture: StoredPicture; source: string }> {
    ensurePage(upload, page);
    const input: Preview = { lessonId: upload.lessonId, page, large: true };
    const job = { kind: 'draw-page', ownerId, subjectId: upload.id, input };
    const picture = await this.jobs.perform<StoredPicture>(job);
    return { picture, source: `${upload.key}#${page}#${randomUUID()}` };
  }

  /** Cuts a piece out; it belongs to the lesson then. @throws Problem `not-a-slide`, `not-found` */
  async cutOut(ownerId: string, cut: Cut): Promise<PlacedPicture> {
    return this.jobs.perform({ kind: 'cut-out', ownerId, subjectId: cut.lessonId, input: cut });
  }

  /** Keeps pictures for placing on pages, in the order they were sent. @throws Problem that says what is wrong with one */
  async placePictures(
    ownerId: string,
    lessonId: string,
    files: readonly UploadedFile[],
  ): Promise<readonly PlacedPicture[]> {
    return this.placing.lend({ personId: ownerId, subjectId: lessonId }, files, (kept) =>
      this.jobs.perform({ kind: 'place-pictures', ownerId, subjectId: lessonId, input: { files: kept } }),
    );
  }

  /** Keeps a sound for a music bed. @throws Problem `no-sound` and what else may be wrong with it */
  async bringSound(ownerId: string, lessonId: string, file: UploadedFile): Promise<KeptSound> {
    return this.placing.lend({ personId: ownerId, subjectId: lessonId }, [file], ([kept]) =>
      this.jobs.perform<KeptSound>({ kind: 'bring-sound', ownerId, subjectId: lessonId, input: present(kept) }),
    );
  }

  async #preview(job: Job): Promise<Ending> {
    const { lessonId, page, large } = job.input as Preview;
    const upload = await this.uploads.one(lessonId, job.subjectId);
    const width = large ? LARGE_PREVIEW_WIDTH : PREVIEW_WIDTH;
    const bytes = await withStored(this.storage, upload.key, async (path, folder) => {
      const kind = kindOf(upload);
      if (kind === 'pdf') {
        const { rgb, ...size } = await pdfPicture(path, page, width);
        return openPicture(rgb, { raw: { ...size, channels: 3 } })
          .webp({ effort: 1 })
          .toBuffer();
      }
      const picture =
        kind === 'clip'
          ? await posterOf(folder, 'stored', await checkMedia(path, upload.name))
          : (await isDrawing(path))
            ? await drawSvg(await readFile(path), width)
            : path;
      const opened = openPicture(picture).rotate().flatten({ background: 'white' });
      return opened.resize({ width, withoutEnlargement: true }).webp().toBuffer();
    });
    await this.storage.put(previewKey(upload, page, large), bytes);
    return endsWith();
  }

  async #pagePicture(job: Job): Promise<StoredPicture> {
    const { lessonId, page } = job.input as Preview;
    const upload = await this.uploads.one(lessonId, job.subjectId);
    const file = { key: upload.key, kind: kindOf(upload), pages: upload.pages } as const;
    const [picture] = await withStored(this.storage, upload.key, (path) => this.imports.draw(file, path, page));
    return present(picture);
  }

  async #cut({ lessonId, from, part }: Cut): Promise<Ending> {
    const piece =
      'upload' in from ? await this.#cutUpload(lessonId, from, part) : await this.#cutPage(lessonId, from.page, part);
    return () => this.pages.addAsset(lessonId, piece);
  }

  async #cutUpload(
    lessonId: string,
    { upload: id, number }: { upload: string; number: number },
    part: Share,
  ): Promise<PlacedPicture> {
    const upload = await this.uploads.one(lessonId, id);
    ensurePage(upload, number);
    const kind = kindOf(upload);
    if (kind === 'clip')
      throw new Problem(422, 'not-a-slide', 'Pieces can be cut out of pages and pictures, not out of a clip.');
    return withStored(this.storage, upload.key, (path) =>
      kind === 'picture' ? this.#cutPicture(path, part) : this.#cutPdf(path, number, part),
    );
  }

  /** Out of the file a page came from where that is a PDF, so that the piece is sharp. */
  async #cutPage(lessonId: string, pageId: string, part: Share): Promise<PlacedPicture> {
    const page = await this.pages.pageOf(lessonId, pageId);
    if (!page.picture) throw new Problem(422, 'not-a-slide', 'Pieces can be cut out of pages with a picture.');
    const [key = '', number = '1'] = (page.source ?? '').split('#');
    if (key === '' || (await this.storage.size(key)) === null)
      return withStored(this.storage, pictureKey(page.picture), (path) => this.#cutPicture(path, part));
    return withStored(this.storage, key, async (path) =>
      (await checkFile(path, key)).kind === 'pdf'
        ? this.#cutPdf(path, Number(number), part)
        : this.#cutPicture(path, part),
    );
  }

  async #cutPdf(path: string, page: number, part: Share): Promise<PlacedPicture> {
    const { rgb, width, height } = await pdfPiece(path, page, part);
    return storePlaced(this.storage, openPicture(rgb, { raw: { width, height, channels: 3 } }));
  }

  async #cutPicture(path: string, part: Share): Promise<PlacedPicture> {
    const source = (await isDrawing(path)) ? await drawSvg(await readFile(path), 4000) : path;
    const { data, info } = await openPicture(source).rotate().toBuffer({ resolveWithObject: true });
    const left = Math.min(info.width - 1, Math.round(part.x * info.width));
    const top = Math.min(info.height - 1, Math.round(part.y * info.height));
    const width = Math.max(1, Math.min(info.width - left, Math.round(part.width * info.width)));
    const height = Math.max(1, Math.min(info.height - top, Math.round(part.height * info.height)));
    return storePlaced(this.storage, openPicture(data).extract({ left, top, width, height }));
  }

  async #place(job: Job): Promise<Ending> {
    const placed = await this.placing.draw((job.input as { files: readonly LentFile[] }).files);
    return async () => {
      for (const picture of placed) await this.pages.addAsset(job.subjectId, picture);
      return placed;
    };
  }

  async #sound({ input, subjectId }: Job): Promise<Ending> {
    const { key, name } = input as LentFile;
    return withStored(this.storage, key, async (path) => {
      const facts = await checkMedia(path, name);
      if (!facts.hasSound)
        throw new Problem(422, 'no-sound', `“${name}” holds no sound that can be read. Choose another file.`);
      const { clip, lengthMs } = await storeClip(this.storage, path, name);
      return async () => {
        await this.pages.addAsset(subjectId, { digest: clip, width: 0, height: 0 });
        return { clip, lengthMs } satisfies KeptSound;
      };
    });
  }
}

const previewKey = ({ key }: UploadEntity, page: number, large: boolean): string =>
  `${key}.previews/${page}${large ? '-large' : ''}.webp`;
