import { Inject, Injectable, Logger } from '@nestjs/common';
import { notFound } from '../../platform/http/index.ts';
import { BOUNDED, ConverterError, QUIET, withFolder } from '../../platform/converters/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { readFilmPart } from '@oakbell/core/formats';
import { appendFile } from 'node:fs/promises';
import { filmContainer, type FilmContainer } from './filmContainer.ts';
import { TakeParts } from './takeParts.service.ts';
import { filmKey, partKey } from './takes.rules.ts';

/** The films of takes: of the camera and of live windows, a file for each run. */
@Injectable()
export class TakeFilmsService {
  readonly #log = new Logger(TakeFilmsService.name);

  constructor(
    private readonly parts: TakeParts,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /**
   * Puts the first `count` film parts of a take together, a file for each run with its length and index. A run that
   * cannot be read is left out: the voice and the log are a lesson without it, and its parts stay.
   */
  async assemble(takeId: string, count: number): Promise<void> {
    for (const [run, parts] of await this.parts.films(takeId, count)) await this.#assembleRun(takeId, run, parts);
  }

  async #assembleRun(takeId: string, run: number, parts: readonly number[]): Promise<void> {
    await withFolder(async (folder) => {
      const path = await folder.put('film', '');
      let container: FilmContainer | null = null;
      for (const [i, number] of parts.entries()) {
        const part = readFilmPart(await this.storage.read(partKey(takeId, 'film', number)));
        if (typeof part === 'string') throw new Error(`a part of a film of ${takeId} is damaged where it lies`);
        if (i === 0) container = filmContainer(Buffer.from(part.bytes));
        await appendFile(path, part.bytes);
      }
      if (!container) return;
      const made = `whole.${container}`;
      const args = [...QUIET, ...BOUNDED, '-i', 'film', '-map', '0:v:0', '-c', 'copy', '-f', container, made];
      try {
        await folder.run({ program: 'ffmpeg', args });
      } catch (failure) {
        if (!(failure instanceof ConverterError) || failure.fault === 'cancelled') throw failure;
        this.#log.warn('A film of a take cannot be read.');
        return;
      }
      await this.storage.putFile(filmKey(takeId, run, container), `${folder.path}/${made}`);
    });
  }

  /** Where a film of a take lies; null where none arrived that could be read. */
  async find(takeId: string, run: number): Promise<string | null> {
    for (const container of ['webm', 'mp4'] as const) {
      const key = filmKey(takeId, run, container);
      if ((await this.storage.size(key)) !== null) return key;
    }
    return null;
  }

  /** The same for somebody who asks for it. @throws Problem `not-found` */
  async file(takeId: string, run: number): Promise<string> {
    const key = await this.find(takeId, run);
    if (key === null) throw notFound('film');
    return key;
  }
}
