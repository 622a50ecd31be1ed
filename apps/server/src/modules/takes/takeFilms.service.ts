import { Inject, Injectable, Logger } from '@nestjs/common';
import { notFound } from '../../platform/http/index.ts';
import { ffmpegToFile } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { filmContainer, readFilmPart } from './filmPart.ts';
import { filmKey, partKey } from './takes.rules.ts';

/** The films of takes: of the camera and of live windows, a file for each run. */
@Injectable()
export class TakeFilmsService {
  readonly #log = new Logger(TakeFilmsService.name);

  constructor(@Inject(STORAGE) private readonly storage: Storage) {}

  /**
   * Puts the first `count` film parts of a take together, a file for each run with its length and index. A run that
   * cannot be read is left out: the voice and the log are a lesson without it, and its parts stay.
   */
  async assemble(takeId: string, count: number): Promise<void> {
    const runs = new Map<number, Buffer[]>();
    for (let i = 0; i < count; i += 1) {
      const part = readFilmPart(await this.storage.read(partKey(takeId, 'film', i)));
      if (part) runs.set(part.run, [...(runs.get(part.run) ?? []), part.bytes]);
    }
    for (const [run, pieces] of runs) {
      const bytes = Buffer.concat(pieces);
      const container = filmContainer(bytes);
      if (!container) continue;
      const args = ['-i', 'pipe:0', '-map', '0:v:0', '-c', 'copy'];
      const file = await ffmpegToFile(args, bytes, container).catch((failure: unknown) => {
        this.#log.warn(`A film of a take cannot be read: ${String(failure)}`);
        return null;
      });
      if (file) await this.storage.put(filmKey(takeId, run, container), file);
    }
  }

  /** Where a film of a take lies. @throws Problem `not-found` */
  async file(takeId: string, run: number): Promise<{ readonly key: string; readonly type: string }> {
    for (const container of ['webm', 'mp4'] as const) {
      const key = filmKey(takeId, run, container);
      if ((await this.storage.size(key)) !== null) return { key, type: `video/${container}` };
    }
    throw notFound('film');
  }
}
