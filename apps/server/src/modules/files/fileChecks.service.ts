import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { createWriteStream } from 'node:fs';
import { randomUUID } from 'node:crypto';
import { pipeline } from 'node:stream/promises';
import { withFolder, type WorkFolder } from '../../platform/converters/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { endsWith, JobHandlers, JobsService, type Job } from '../../platform/jobs/index.ts';
import { Quotas } from '../../platform/quotas/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { MOST_PAGES } from './limits.ts';
import { checkAsIs, checkFile, type FileFacts } from './checkFile.ts';
import { byName } from './sniff.ts';
import type { UploadedFile } from './upload.ts';

/** A file that lies in the storage. */
interface KeptFile {
  readonly key: string;
  readonly name: string;
}
/** One that was looked into. */
export interface CheckedFile extends Omit<FileFacts, 'keep'>, KeptFile {}

interface Input {
  readonly files: readonly KeptFile[];
  /** Pages that are there already, where all of these come to them; null where some are picked later. */
  readonly pages: number | null;
  /** Whether sounds and videos are taken, and slides that have to be drawn first. */
  readonly clips: boolean;
  readonly slides: boolean;
  /** Whether texts and slides of offices are taken as the PDF that they become. */
  readonly office: boolean;
  /** Whether text is taken, and what cannot be shown. */
  readonly anything: boolean;
}
export const CHECK_FILES = 'check-files';
const CHECK_AS_IS = 'check-as-is';

interface Brought {
  /** Who brings them: they count towards what this person may keep. */
  readonly personId: string;
  /** What they are for. */
  readonly subjectId: string;
  /** See `Input`. */
  readonly pages: number | null;
  readonly clips?: boolean;
  readonly slides?: boolean;
  readonly office?: boolean;
  readonly anything?: boolean;
  /** They were put in order by hand; by name as people count when left out. */
  readonly inOrder?: boolean;
}

/** Looks into files that people bring, in the job process: by their content, all of them before any is used. */
@Injectable()
export class FileChecks implements OnModuleInit {
  constructor(
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly quotas: Quotas,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(CHECK_FILES, 'look', async (job) => endsWith(await this.#check(job)));
    this.handlers.register(CHECK_AS_IS, 'look', async (job) => endsWith(await this.#checkAsIs(job)));
  }

  /**
   * Keeps files and looks into them, in their order. When one of them cannot be used none is kept.
   * @throws Problem that says which file and why
   */
  async bring(
    files: readonly UploadedFile[],
    {
      personId,
      subjectId,
      pages,
      clips = false,
      slides = false,
      office = false,
      anything = false,
      inOrder = false,
    }: Brought,
  ): Promise<readonly CheckedFile[]> {
    const kept = `uploads/${subjectId}`;
    const sorted = inOrder ? files : [...files].sort(byName);
    return this.#keep(sorted, { personId, folder: kept }, (stored) => {
      const input: Input = { files: stored, pages, clips, slides, office, anything };
      return this.jobs.perform({ kind: CHECK_FILES, ownerId: personId, subjectId, input });
    });
  }

  /**
   * Keeps files that are handed on as they are, in a folder that somebody claims. When one of them cannot be used none
   * is kept. @throws Problem that says which file and why
   */
  async bringAsIs(files: readonly UploadedFile[], personId: string, folder: string): Promise<readonly KeptFile[]> {
    return this.#keep(files, { personId, folder }, async (stored) => {
      await this.jobs.perform({ kind: CHECK_AS_IS, ownerId: personId, subjectId: personId, input: { files: stored } });
      return stored;
    });
  }

  async #keep<T>(
    files: readonly UploadedFile[],
    { personId, folder }: { readonly personId: string; readonly folder: string },
    check: (kept: readonly KeptFile[]) => Promise<T>,
  ): Promise<T> {
    if (files.length === 0) throw new Problem(400, 'no-file', 'No file arrived. Choose a file and try again.');
    const bytes = files.reduce((sum, file) => sum + file.size, 0);
    await this.quotas.take(personId, bytes);
    const kept: KeptFile[] = [];
    try {
      for (const { path, originalname } of files) {
        const key = `${folder}/${randomUUID()}`;
        kept.push({ key, name: originalname });
        await this.storage.putFile(key, path);
      }
      return await check(kept);
    } catch (failure) {
      for (const { key } of kept) await this.storage.remove(key);
      await this.quotas.giveBack(personId, bytes);
      throw failure;
    }
  }

  async #checkAsIs(job: Job): Promise<null> {
    for (const { key, name } of (job.input as Pick<Input, 'files'>).files) {
      const { keep } = await withStored(this.storage, key, (path) => checkAsIs(path, name));
      if (keep) await this.storage.put(key, keep);
    }
    return null;
  }

  async #check(job: Job): Promise<readonly CheckedFile[]> {
    const { files, clips, slides, office, anything, pages } = job.input as Input;
    const checked: CheckedFile[] = [];
    let sum = pages ?? 0;
    for (const { key, name } of files) {
      const { keep, ...facts } = await withStored(this.storage, key, (path) =>
        checkFile(path, name, { clips, slides, office, anything }),
      );
      sum += facts.pages;
      if (pages !== null && sum > MOST_PAGES) {
        throw new Problem(
          422,
          'too-many-pages',
          `This would make ${sum} pages; a lesson can have ${MOST_PAGES}. Nothing was changed; use a shorter file.`,
        );
      }
      if (keep) await this.storage.put(key, keep);
      checked.push({ ...facts, key, name });
    }
    return checked;
  }
}

/** Lends a stored file as a file on this machine's disk, in a folder where converters can work. */
export function withStored<T>(
  storage: Storage,
  key: string,
  use: (path: string, folder: WorkFolder) => Promise<T>,
): Promise<T> {
  return withFolder(async (folder) => {
    const path = await folder.put('stored', '');
    await pipeline(await storage.stream(key), createWriteStream(path));
    return use(path, folder);
  });
}
