import { Inject, Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { Quotas } from '../../platform/quotas/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { isDrawing } from './checkFile.ts';
import { withStored } from './fileChecks.service.ts';
import { checkPicture, drawSvg, storePlaced, type PlacedPicture } from './pictures.ts';
import { cleanSvg } from './svg.ts';
import type { UploadedFile } from './upload.ts';

/** A file that is lent to a job. */
export interface LentFile {
  readonly key: string;
  readonly name: string;
}

/** Files that are brought for what is made of them: they themselves are not kept. */
@Injectable()
export class Placing {
  constructor(
    private readonly quotas: Quotas,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /** Lends files to a job, under `uploads/` and the id of what they are for. */
  async lend<T>(
    { personId, subjectId }: { readonly personId: string; readonly subjectId: string },
    files: readonly UploadedFile[],
    work: (lent: readonly LentFile[]) => Promise<T>,
  ): Promise<T> {
    const bytes = files.reduce((sum, file) => sum + file.size, 0);
    await this.quotas.take(personId, bytes);
    const lent: LentFile[] = [];
    try {
      for (const { path, originalname } of files) {
        const key = `uploads/${subjectId}/${randomUUID()}`;
        lent.push({ key, name: originalname });
        await this.storage.putFile(key, path);
      }
      return await work(lent);
    } catch (failure) {
      await this.quotas.giveBack(personId, bytes);
      throw failure;
    } finally {
      for (const { key } of lent) await this.storage.remove(key);
    }
  }

  /** The pictures that lent files are, in their order, for placing on pages. @throws Problem that says what is wrong with one */
  async draw(files: readonly LentFile[]): Promise<readonly PlacedPicture[]> {
    const placed: PlacedPicture[] = [];
    for (const { key } of files) {
      const picture = await withStored(this.storage, key, async (path) => {
        if (await isDrawing(path))
          return storePlaced(this.storage, await drawSvg(Buffer.from(cleanSvg(await readFile(path, 'utf8')))));
        await checkPicture(path);
        return storePlaced(this.storage, path);
      });
      placed.push(picture);
    }
    return placed;
  }
}
