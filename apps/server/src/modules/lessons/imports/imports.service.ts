import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem } from '../../../platform/http/index.ts';
import { JobHandlers, JobsService, type JobEntity, type Progress } from '../../../platform/jobs/index.ts';
import { STORAGE, type Storage } from '../../../platform/storage/index.ts';
import { cuesOfText } from '../cues.ts';
import { MOST_PAGES } from '../lessons.rules.ts';
import { LessonsService } from '../lessons.service.ts';
import { checkFile, type CheckedFile } from './checkFile.ts';
import { storeClip } from './media.ts';
import { DrawnAhead } from './drawnAhead.ts';
import { pdfPicture, pdfPictures } from './pdf.ts';
import { storePictureFile, storeRawPicture, storeSvg, type StoredPicture } from './pictures.ts';
import { byName } from './sniff.ts';
import { cleanSvg } from './svg.ts';
import { textPictures } from './textPages.ts';

/** An uploaded file as it lies on this machine's disk. */
export interface UploadedFile {
  readonly path: string;
  readonly originalname: string;
}
export interface StoredFile {
  readonly key: string;
  readonly kind: 'pdf' | 'picture' | 'svg' | 'text' | 'clip';
  readonly pages: number;
  /** The pages to be drawn, counted from 1; all when left out. */
  readonly chosen?: readonly number[];
  /** Cues for each page of the file. */
  readonly notes?: readonly string[];
}
interface ImportInput {
  readonly files: readonly StoredFile[];
  readonly as: 'slide' | 'document';
}
interface NewImport {
  readonly lessonId: string;
  readonly ownerId: string;
  readonly as: 'slide' | 'document';
}

export const IMPORT = 'import-pages';

/** Brings files in as pages: checked at once, drawn by the job process, each page there as soon as it is ready. */
@Injectable()
export class ImportsService implements OnModuleInit {
  constructor(
    private readonly lessons: LessonsService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(IMPORT, (job, progress) => this.#import(job, progress));
  }

  /** Checks files by their content, without keeping anything. @throws Problem that says which file and why */
  async check(files: readonly UploadedFile[], pagesThere = 0): Promise<readonly CheckedFile[]> {
    if (files.length === 0) throw new Problem(400, 'no-file', 'No file arrived. Choose a file and try again.');
    const checked: CheckedFile[] = [];
    let pages = pagesThere;
    for (const file of [...files].sort(byName)) {
      const one = await checkFile(file.path, file.originalname);
      if (one.kind === 'clip') {
        throw new Problem(
          415,
          'wrong-kind-of-file',
          `“${one.name}” is a sound or video file. Hand in a PDF, pictures or text; nothing was changed.`,
        );
      }
      pages += one.pages;
      if (pages > MOST_PAGES) {
        throw new Problem(
          422,
          'too-many-pages',
          `This would make ${pages} pages; a lesson can have ${MOST_PAGES}. Nothing was changed; use a shorter file.`,
        );
      }
      checked.push(one);
    }
    return checked;
  }

  async begin(to: NewImport, files: readonly CheckedFile[]): Promise<JobEntity> {
    const stored: StoredFile[] = [];
    for (const file of files) stored.push(await this.store(to.lessonId, file));
    return this.beginStored(to, stored);
  }

  /** Keeps a checked file with the lesson. @throws Problem for slides, which have to be drawn as a PDF first */
  async store(lessonId: string, { path, kind, pages, name }: CheckedFile): Promise<StoredFile> {
    if (kind === 'slides')
      throw new Problem(415, 'wrong-kind-of-file', `“${name}” holds slides. Export them as a PDF and add that.`);
    const key = `uploads/${lessonId}/${randomUUID()}`;
    if (kind === 'svg') await this.storage.put(key, Buffer.from(cleanSvg(await readFile(path, 'utf8'))));
    else await this.storage.putFile(key, path);
    return { key, kind, pages };
  }

  /** Draws files that are kept already. */
  async beginStored({ lessonId, ownerId, as }: NewImport, files: readonly StoredFile[]): Promise<JobEntity> {
    const input: ImportInput = { files, as };
    return this.jobs.add({ kind: IMPORT, ownerId, subjectId: lessonId, input });
  }

  /** Typed text becomes pages too. */
  async beginText(to: NewImport, text: string): Promise<JobEntity> {
    const key = `uploads/${to.lessonId}/${randomUUID()}`;
    await this.storage.put(key, Buffer.from(text, 'utf8'));
    return this.beginStored(to, [{ key, kind: 'text', pages: 1 }]);
  }

  async #import(job: JobEntity, progress: Progress): Promise<void> {
    const { files, as } = job.input as ImportInput;
    const all = files.map((file) => ({
      file,
      numbers: file.chosen ?? Array.from({ length: file.pages }, (_, i) => i + 1),
    }));
    const total = all.reduce((sum, { numbers }) => sum + numbers.length, 0);
    const there = new Set((await this.lessons.allPagesOf(job.subjectId)).map((page) => page.source));
    let done = 0;
    for (const { file, numbers } of all) {
      if (file.kind === 'clip') {
        await this.#addClip(job, file, there);
        done += 1;
        await progress(done / total);
        continue;
      }
      await this.withFile(file, async (path) => {
        // A second try of the same job goes on where the first one stopped.
        const pages = numbers.map((page) => ({ page, source: `${file.key}#${page}#${job.id}` }));
        const drawing = new DrawnAhead(
          pages.filter(({ source }) => !there.has(source)).map(({ page }) => page),
          (chunk) => this.#drawChunk(file, path, chunk),
        );
        for (const { page, source } of pages) {
          const pictures = there.has(source) ? [] : await drawing.next();
          const cues = cuesOfText(file.notes?.[page - 1] ?? '');
          for (const picture of pictures) {
            await this.lessons.addPage(job.subjectId, { kind: as, source, cues, ...picture });
          }
          done += 1;
          await progress(done / total);
        }
      });
    }
  }

  async #addClip(job: JobEntity, file: StoredFile, there: ReadonlySet<string | null>): Promise<void> {
    const source = `${file.key}#1#${job.id}`;
    if (there.has(source)) return;
    const { poster, clip, lengthMs, moving } = await this.withFile(file, (path) =>
      storeClip(this.storage, path, 'This clip'),
    );
    const page = { kind: 'clip', source, cues: '', clip: { clip, lengthMs, moving }, ...poster } as const;
    await this.lessons.addPage(job.subjectId, page);
  }

  /** The pictures of some pages that follow each other, each as soon as it is there. */
  #drawChunk(file: StoredFile, path: string, chunk: readonly number[]): readonly Promise<readonly StoredPicture[]>[] {
    if (file.kind !== 'pdf') return chunk.map((page) => this.draw(file, path, page));
    const pictures = pdfPictures(path, chunk[0]!, chunk.at(-1)!);
    let before: Promise<unknown> = Promise.resolve();
    return chunk.map((page) => {
      const drawn = before.then(() => pictures.next());
      before = drawn.catch(() => undefined);
      return drawn.then(({ value, done }) =>
        // A page that ends the row is tried by itself: its own fault is then told.
        done ? this.draw(file, path, page) : storeRawPicture(this.storage, value).then((picture) => [picture]),
      );
    });
  }

  /** The pictures of one page of a file: more than one only for text. */
  async draw(file: StoredFile, path: string, page: number): Promise<readonly StoredPicture[]> {
    if (file.kind === 'picture') return [await storePictureFile(this.storage, path)];
    if (file.kind === 'svg') return [await storeSvg(this.storage, path)];
    if (file.kind === 'pdf') return [await storeRawPicture(this.storage, await pdfPicture(path, page))];
    if (file.kind === 'clip') throw new Problem(422, 'not-a-slide', 'A clip has no pages of its own.');
    const text = (await this.storage.read(file.key)).toString('utf8');
    const stored: StoredPicture[] = [];
    for (const picture of textPictures(text)) stored.push(await storeRawPicture(this.storage, picture));
    return stored;
  }

  /** Lends a kept file as a file on this machine's disk. */
  async withFile<T>(file: Pick<StoredFile, 'key'>, use: (path: string) => Promise<T>): Promise<T> {
    const folder = await mkdtemp(join(tmpdir(), 'oakbell-import-'));
    try {
      const path = join(folder, 'file');
      await writeFile(path, await this.storage.read(file.key));
      return await use(path);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }
}
