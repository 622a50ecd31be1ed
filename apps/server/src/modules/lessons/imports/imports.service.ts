import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { mkdtemp, open, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Problem } from '../../../platform/http/index.ts';
import { JobHandlers, JobsService, type JobEntity, type Progress } from '../../../platform/jobs/index.ts';
import { STORAGE, type Storage } from '../../../platform/storage/index.ts';
import { MOST_PAGES } from '../lessons.rules.ts';
import { LessonsService } from '../lessons.service.ts';
import { pdfPages, pdfPicture } from './pdf.ts';
import { checkPicture, storePictureFile, storeRawPicture, type StoredPicture } from './pictures.ts';
import { byName, sniff, type Sniffed } from './sniff.ts';
import { textPictures } from './textPages.ts';

/** An uploaded file as it lies on this machine's disk. */
export interface UploadedFile {
  readonly path: string;
  readonly originalname: string;
}
interface CheckedFile {
  readonly path: string;
  readonly kind: 'pdf' | 'picture';
  readonly pages: number;
}
interface StoredFile {
  readonly key: string;
  readonly kind: CheckedFile['kind'] | 'text';
  readonly pages: number;
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
      const kind = expectUsable(await firstBytes(file.path), file.originalname);
      const count = kind === 'pdf' ? await pdfPages(file.path) : 1;
      if (kind === 'picture') await checkPicture(file.path);
      pages += count;
      if (pages > MOST_PAGES) {
        throw new Problem(
          422,
          'too-many-pages',
          `This would make ${pages} pages; a lesson can have ${MOST_PAGES}. Nothing was changed; use a shorter file.`,
        );
      }
      checked.push({ path: file.path, kind, pages: count });
    }
    return checked;
  }

  async begin(to: NewImport, files: readonly CheckedFile[]): Promise<JobEntity> {
    const stored: StoredFile[] = [];
    for (const { path, kind, pages } of files) {
      const key = `uploads/${to.lessonId}/${randomUUID()}`;
      await this.storage.putFile(key, path);
      stored.push({ key, kind, pages });
    }
    return this.#add(to, stored);
  }

  /** Typed text becomes pages too. */
  async beginText(to: NewImport, text: string): Promise<JobEntity> {
    const key = `uploads/${to.lessonId}/${randomUUID()}`;
    await this.storage.put(key, Buffer.from(text, 'utf8'));
    return this.#add(to, [{ key, kind: 'text', pages: 1 }]);
  }

  #add({ lessonId, ownerId, as }: NewImport, files: readonly StoredFile[]): Promise<JobEntity> {
    const input: ImportInput = { files, as };
    return this.jobs.add({ kind: IMPORT, ownerId, subjectId: lessonId, input });
  }

  async #import(job: JobEntity, progress: Progress): Promise<void> {
    const { files, as } = job.input as ImportInput;
    const total = files.reduce((sum, file) => sum + file.pages, 0);
    const there = new Set((await this.lessons.allPagesOf(job.subjectId)).map((page) => page.source));
    let done = 0;
    for (const file of files) {
      await this.#withFile(file, async (path) => {
        for (let page = 1; page <= file.pages; page += 1) {
          // A second try of the same job goes on where the first one stopped.
          const source = `${file.key}#${page}`;
          if (!there.has(source)) {
            for (const picture of await this.#draw(file, path, page)) {
              await this.lessons.addPage(job.subjectId, { kind: as, source, ...picture });
            }
          }
          done += 1;
          await progress(done / total);
        }
      });
    }
  }

  async #draw(file: StoredFile, path: string, page: number): Promise<readonly StoredPicture[]> {
    if (file.kind === 'picture') return [await storePictureFile(this.storage, path)];
    if (file.kind === 'pdf') return [await storeRawPicture(this.storage, await pdfPicture(path, page))];
    const text = (await this.storage.read(file.key)).toString('utf8');
    const stored: StoredPicture[] = [];
    for (const picture of textPictures(text)) stored.push(await storeRawPicture(this.storage, picture));
    return stored;
  }

  async #withFile(file: StoredFile, use: (path: string) => Promise<void>): Promise<void> {
    const folder = await mkdtemp(join(tmpdir(), 'oakbell-import-'));
    try {
      const path = join(folder, 'file');
      await writeFile(path, await this.storage.read(file.key));
      await use(path);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }
}

async function firstBytes(path: string): Promise<Uint8Array> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(4096), 0, 4096, 0);
    return buffer.subarray(0, bytesRead);
  } finally {
    await file.close();
  }
}

function expectUsable(bytes: Uint8Array, name: string): CheckedFile['kind'] {
  const kind: Sniffed = sniff(bytes);
  if (kind === 'pdf') return 'pdf';
  if (kind === 'empty')
    throw new Problem(422, 'file-empty', `“${name}” is empty: it holds no bytes. Save it again and add that.`);
  if (kind !== 'other') return 'picture';
  const told = /\.pdf$/i.test(name) ? 'is named .pdf but is not a PDF' : 'is not a PDF, PNG, JPEG or WebP';
  throw new Problem(415, 'wrong-kind-of-file', `“${name}” ${told}. Nothing was changed; choose a PDF or a picture.`);
}
