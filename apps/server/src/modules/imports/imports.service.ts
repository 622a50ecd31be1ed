import { present } from '@oakbell/core/present';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { Problem } from '../../platform/http/index.ts';
import { endsWith, JobHandlers, JobsService, type Ending, type Job, type JobSteps } from '../../platform/jobs/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { paragraphsOf } from '../../platform/words/index.ts';
import { PagesService, type WholeFile } from '../pages/index.ts';
import { DrawnAhead } from './drawnAhead.ts';
import { withStored, type CheckedFile } from '../files/index.ts';
import { storeClip } from '../files/index.ts';
import { drawPages, pdfPicture, pdfTexts, type RawPicture } from '../files/index.ts';
import { storePictureFile, storeRawPicture, storeSvg, type StoredPicture } from '../files/index.ts';
import { isDrawing } from '../files/index.ts';
import { ensureFits, plainName, textPictures } from '../files/index.ts';

export interface StoredFile {
  readonly key: string;
  readonly kind: 'pdf' | 'picture' | 'svg' | 'text' | 'clip' | 'whole';
  readonly pages: number;
  /** The pages to be drawn, counted from 1; all when left out. */
  readonly chosen?: readonly number[];
  /** Cues for each page of the file. */
  readonly notes?: readonly string[];
  /** What somebody called it; of those that are offered whole. */
  readonly name?: string;
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

/** Brings checked files in as pages, drawn by the job process, each page there as soon as it is ready. */
@Injectable()
export class ImportsService implements OnModuleInit {
  constructor(
    private readonly pages: PagesService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(IMPORT, 'import', (job, steps) => this.#import(job, steps));
  }

  /** Has files drawn that were looked into. @throws Problem for slides, which have to be drawn as a PDF first */
  async begin(to: NewImport, files: readonly CheckedFile[]): Promise<Job> {
    return this.beginStored(to, files.map(storedFile));
  }

  async beginStored({ lessonId, ownerId, as }: NewImport, files: readonly StoredFile[]): Promise<Job> {
    const input: ImportInput = { files, as };
    return this.jobs.add({ kind: IMPORT, ownerId, subjectId: lessonId, input });
  }

  /** Typed text becomes pages too. @throws Problem `text-too-long` */
  async beginText(to: NewImport, text: string): Promise<Job> {
    ensureFits(text);
    const key = `uploads/${to.lessonId}/${randomUUID()}`;
    await this.storage.put(key, Buffer.from(text, 'utf8'));
    return this.beginStored(to, [{ key, kind: 'text', pages: 1 }]);
  }

  async #import(job: Job, steps: JobSteps): Promise<Ending> {
    const { progress } = steps;
    const { files, as } = job.input as ImportInput;
    const all = files.map((file) => ({
      file,
      numbers: file.chosen ?? Array.from({ length: file.pages }, (_, i) => i + 1),
    }));
    const total = all.reduce((sum, { numbers }) => sum + numbers.length, 0);
    const there = new Set((await this.pages.allPagesOf(job.subjectId)).map((page) => page.source));
    let done = 0;
    for (const { file, numbers } of all) {
      if (file.kind === 'clip') {
        await this.#addClip(job, steps, file, there);
        done += 1;
        await progress(done / total);
        continue;
      }
      await withStored(this.storage, file.key, async (path) => {
        // A second try of the same job goes on where the first one stopped.
        const pages = numbers.map((page) => ({ page, source: `${file.key}#${page}#${job.id}` }));
        // Of a hand-in nothing is looked for.
        const texts = as === 'slide' ? await this.#texts(file, path, numbers) : new Map<number, string>();
        const drawing = new DrawnAhead(
          pages.filter(({ source }) => !there.has(source)).map(({ page }) => page),
          (chunk) => this.#drawChunk(file, path, chunk),
        );
        for (const { page, source } of pages) {
          const pictures = there.has(source) ? [] : await drawing.next();
          const cues = paragraphsOf(file.notes?.[page - 1] ?? '');
          const whole = file.kind === 'whole' ? await this.#offered(file) : null;
          // All pictures of a page, or none: a second try finds the page there or not.
          await steps.act(async () => {
            for (const picture of pictures)
              await this.pages.addPage(job.subjectId, {
                kind: as,
                source,
                cues,
                text: texts.get(page) ?? '',
                whole,
                ...picture,
              });
          });
          done += 1;
          await progress(done / total);
        }
      });
    }
    return endsWith();
  }

  /** What stands on pages as text, by their numbers. */
  async #texts(
    { kind, key }: StoredFile,
    path: string,
    numbers: readonly number[],
  ): Promise<ReadonlyMap<number, string>> {
    if (kind === 'text') return new Map([[1, (await this.storage.read(key)).toString('utf8')]]);
    if (kind !== 'pdf' || numbers.length === 0) return new Map();
    const [first, last] = [Math.min(...numbers), Math.max(...numbers)];
    const texts = await pdfTexts(path, [first, last]);
    return new Map(texts.map((text, i) => [first + i, text]));
  }

  /** A file that cannot be shown, as it is offered beside the page that stands for it. */
  async #offered({ key, name = '' }: StoredFile): Promise<WholeFile> {
    return { key, name: plainName(name), bytes: (await this.storage.size(key)) ?? 0 };
  }

  async #addClip(job: Job, steps: JobSteps, file: StoredFile, there: ReadonlySet<string | null>): Promise<void> {
    const source = `${file.key}#1#${job.id}`;
    if (there.has(source)) return;
    const { poster, clip, lengthMs, moving } = await withStored(this.storage, file.key, (path) =>
      storeClip(this.storage, path, 'This clip'),
    );
    const page = { kind: 'clip', source, cues: '', clip: { clip, lengthMs, moving }, ...poster } as const;
    await steps.act(() => this.pages.addPage(job.subjectId, page));
  }

  /** The pictures of some pages that follow each other, each as soon as it is there. */
  #drawChunk(file: StoredFile, path: string, chunk: readonly number[]): readonly Promise<readonly StoredPicture[]>[] {
    if (file.kind !== 'pdf') return chunk.map((page) => this.draw(file, path, page));
    const settle: ((stored: StoredPicture | null | Promise<never>) => void)[] = [];
    const drawn = chunk.map(() => new Promise<StoredPicture | null>((resolve) => settle.push(resolve)));
    // Each picture is stored before the next is read: one page's pixels are in memory at a time.
    void drawPages(path, [chunk[0]!, present(chunk.at(-1))], async (pictures) => {
      for (const tell of settle) {
        const { value, done } = await pictures.next();
        tell(done ? null : await storeRawPicture(this.storage, value as RawPicture));
      }
    }).catch((failure: unknown) => settle.forEach((tell) => tell(Promise.reject(failure as Error))));
    // A page that ends the row is tried by itself: its own fault is then told.
    return chunk.map(async (page, i) => {
      const picture = await drawn[i]!;
      return picture ? [picture] : this.draw(file, path, page);
    });
  }

  /** The pictures of one page of a file: more than one only for text. */
  async draw(file: StoredFile, path: string, page: number): Promise<readonly StoredPicture[]> {
    if (file.kind === 'svg' || file.kind === 'picture')
      return [await ((await isDrawing(path)) ? storeSvg : storePictureFile)(this.storage, path)];
    if (file.kind === 'pdf') return [await storeRawPicture(this.storage, await pdfPicture(path, page))];
    if (file.kind === 'clip') throw new Problem(422, 'not-a-slide', 'A clip has no pages of its own.');
    const text =
      file.kind === 'whole'
        ? `${plainName(file.name ?? '')}\n\nThis file cannot be shown as pages. It can be saved, and opened with the program that it was made with.`
        : (await this.storage.read(file.key)).toString('utf8');
    const stored: StoredPicture[] = [];
    for await (const picture of textPictures(text)) stored.push(await storeRawPicture(this.storage, picture));
    return stored;
  }
}

/** @throws Problem for slides, which have to be drawn as a PDF first */
export function storedFile({ key, kind, pages, name }: CheckedFile): StoredFile {
  if (kind === 'slides')
    throw new Problem(415, 'wrong-kind-of-file', `“${name}” holds slides. Export them as a PDF and add that.`);
  return kind === 'whole' ? { key, kind, pages, name } : { key, kind, pages };
}
