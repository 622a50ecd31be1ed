import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { fromFrames } from '@oakbell/core/clock';
import { keptRanges, logHeaderText, readLog, type TakeEvent } from '@oakbell/core/log';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Problem } from '../../platform/http/index.ts';
import { JobHandlers, JobsService, type Ending, type Job } from '../../platform/jobs/index.ts';
import { withSounds } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { EditsService } from '../lessons/index.ts';
import { RATE, TakeEntity, type FinishedTake, type Take } from './take.entity.ts';
import { logKey, partKey, voiceKey } from './takes.rules.ts';
import { TakeFilmsService } from './takeFilms.service.ts';
import { TakeParts } from './takeParts.service.ts';
import { TakeMaterialService } from './takeMaterial.service.ts';
import { voiceFile, type PacketsOf } from './voiceFile.ts';
import { believableRuns, runEnd } from './voiceRuns.ts';

export const CLOSE_TAKE = 'close-take';

/** What a take is closed with: the first parts of each track, and its length where its browser tells it. */
export interface Closing {
  readonly voiceParts: number;
  readonly logParts: number;
  readonly filmParts: number;
  /** Null: as long as what arrived. */
  readonly frames: number | null;
  /** Not a part of the lesson: a voice that is spoken over it. */
  readonly aside: boolean;
}

/** A take may be longer than the voice that arrived by so much: the last packet is rarely full. */
const LEEWAY_FRAMES = 2 * RATE;

/** Puts the parts of a take together, in the job process, and adds it to its lesson. */
@Injectable()
export class TakeClosing implements OnModuleInit {
  constructor(
    @InjectRepository(TakeEntity) private readonly takes: Repository<Take>,
    private readonly edits: EditsService,
    private readonly parts: TakeParts,
    private readonly films: TakeFilmsService,
    private readonly material: TakeMaterialService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(CLOSE_TAKE, 'look', (job) => this.#close(job));
  }

  /** Closes a take and waits until it is part of its lesson. @throws Problem `nothing-arrived`, `still-working` */
  async close(take: Take, closing: Closing): Promise<Take> {
    await this.jobs.performOnce({ kind: CLOSE_TAKE, ownerId: take.byId, subjectId: take.id, input: closing });
    return this.takes.findOneByOrFail({ id: take.id });
  }

  async #close(job: Job): Promise<Ending> {
    const { voiceParts, logParts, filmParts, frames: told, aside } = job.input as Closing;
    const take = await this.takes.findOneByOrFail({ id: job.subjectId });
    if (take.state !== 'open') return () => Promise.resolve();
    const runs = believableRuns(await this.parts.runs(take.id, voiceParts));
    const arrived = runs.reduce((end, run) => Math.max(end, runEnd(run)), 0);
    if (told === null && arrived === 0)
      throw new Problem(409, 'nothing-arrived', 'Nothing of this take had reached the server yet.');
    // A length is believed as far as there is a voice for it.
    const frames = Math.min(told ?? arrived, arrived + LEEWAY_FRAMES);
    const pieces: Buffer[] = [];
    for (let i = 0; i < logParts; i += 1) pieces.push(await this.storage.read(partKey(take.id, 'log', i)));
    const text = Buffer.concat(pieces).toString('utf8');
    const log = readLog(text).ok ? text : logHeaderText() + text;
    const packetsOf: PacketsOf = (run) => this.parts.packets(take.id, run);
    await withSounds(async (sounds) =>
      this.storage.putFile(voiceKey(take.id), await voiceFile(sounds, { runs, frames, packetsOf })),
    );
    await this.storage.put(logKey(take.id), Buffer.from(log));
    await this.films.assemble(take.id, filmParts);
    const events = await this.material.events(take.id);
    return async () => {
      const closed = await this.takes.update({ id: take.id, state: 'open' }, { state: 'finished', frames });
      if (closed.affected === 1 && !aside) await this.append({ ...take, state: 'finished', frames }, events);
    };
  }

  /** Puts a take at the end of the lesson, without what was said again; part of the act that finishes it. */
  async append(take: FinishedTake, events: readonly TakeEvent[]): Promise<void> {
    for (const kept of keptRanges(events, fromFrames(take.frames, RATE))) {
      const segment = { id: randomUUID(), takeId: take.id, ...kept };
      await this.edits.edit(take.lessonId, take.byId, ({ segments }) => ({
        op: 'insert',
        index: segments.length,
        segment,
      }));
    }
  }
}
