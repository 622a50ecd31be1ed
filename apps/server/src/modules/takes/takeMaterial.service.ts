import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import {
  blocksOf,
  LevelsMeter,
  listen,
  LoudnessMeter,
  PeaksMeter,
  quietStretches,
  speechThreshold,
  type Sound,
} from '@oakbell/core/audio';
import { fromFrames, fromMillis, type TimeRange } from '@oakbell/core/clock';
import { analyseTake, readLog, type TakeAnalysis, type TakeEvent } from '@oakbell/core/log';
import { learntRate, wordCount, wordsOfCues, type SpokenPage } from '@oakbell/core/pages';
import { Repository } from 'typeorm';
import { JobHandlers, JobsService } from '../../platform/jobs/index.ts';
import { withSounds, type SoundFolder } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { PagesService } from '../pages/index.ts';
import { isFinished, RATE, TakeEntity, type FinishedTake, type Take } from './take.entity.ts';
import { analysisKey, logKey, peaksKey, voiceKey } from './takes.rules.ts';

/** Between two sentences, and at a comma. */
const BREATH = fromMillis(250);
/** A teacher's speaking rate is learnt from so many takes. */
const RATE_TAKES = 12;

export const ANALYSE = 'analyse-take';
export const ANALYSE_LATER = 'analyse-take-later';

/** What is worked out of a take once. */
export interface KnownOfTake extends TakeAnalysis {
  /** Null where nothing is to be heard. */
  readonly lufs: number | null;
  /** Where nothing is said, if only for a breath. */
  readonly rests: readonly TimeRange[];
  /** Levels above this count as speech, in dBFS. */
  readonly threshold: number;
}

/** What a finished take holds, and what is worked out from it once and kept. */
@Injectable()
export class TakeMaterialService implements OnModuleInit {
  constructor(
    private readonly pages: PagesService,
    @InjectRepository(TakeEntity) private readonly takes: Repository<Take>,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    for (const [kind, lane] of [
      [ANALYSE, 'look'],
      [ANALYSE_LATER, 'later'],
    ] as const)
      this.handlers.register(kind, lane, async ({ subjectId }) => {
        const take = await this.takes.findOneByOrFail({ id: subjectId });
        if (isFinished(take)) await this.#analyse(take);
        return () => Promise.resolve();
      });
  }

  /** Has a finished take looked into when there is time, for whoever asks next. */
  async #analyseLater({ id, byId }: Take): Promise<void> {
    if (await this.jobs.newestFor(id, [ANALYSE_LATER])) return;
    await this.jobs.add({ kind: ANALYSE_LATER, ownerId: byId, subjectId: id, input: {} });
  }

  async logText(takeId: string): Promise<string> {
    return (await this.storage.read(logKey(takeId))).toString('utf8');
  }

  /** What happened in a take, in rising time; nothing where its log cannot be read. */
  async events(takeId: string): Promise<readonly TakeEvent[]> {
    const log = readLog(await this.logText(takeId));
    return log.ok ? log.events : [];
  }

  /** The voice of a finished take, exactly as long as the take, through an ffmpeg filter chain. */
  sound(sounds: SoundFolder, { id, frames }: FinishedTake, filters = 'anull'): Promise<Sound> {
    return this.storage.lend(voiceKey(id), (file) => sounds.decode(file, { filters, most: frames, frames }));
  }

  /** Where a hundred peaks a second lie; worked out once and kept. */
  async peaks(take: FinishedTake): Promise<string> {
    await this.#ensureAnalysed(take);
    return peaksKey(take.id);
  }

  /** Quiet stretches of a second and more, silent writing, and what was spoken on each page; worked out once and kept. */
  async analysis(take: FinishedTake): Promise<KnownOfTake> {
    await this.#ensureAnalysed(take);
    return JSON.parse((await this.storage.read(analysisKey(take.id))).toString('utf8')) as KnownOfTake;
  }

  /** The same where it is worked out already; null where it is not. */
  async analysisIfKnown(take: FinishedTake): Promise<KnownOfTake | null> {
    return (await this.#isAnalysed(take)) ? this.analysis(take) : null;
  }

  async #isAnalysed({ id }: Take): Promise<boolean> {
    const sizes = await Promise.all([peaksKey(id), analysisKey(id)].map((key) => this.storage.size(key)));
    return !sizes.includes(null);
  }

  async #ensureAnalysed(take: FinishedTake): Promise<void> {
    if (await this.#isAnalysed(take)) return;
    await this.jobs.performOnce({ kind: ANALYSE, ownerId: take.byId, subjectId: take.id, input: {} });
  }

  async #analyse(take: FinishedTake): Promise<void> {
    if (await this.#isAnalysed(take)) return;
    const peaks = new PeaksMeter(take.frames, RATE);
    const levelsMeter = new LevelsMeter(take.frames, RATE);
    const loudness = new LoudnessMeter(RATE);
    await withSounds(async (sounds) => listen(blocksOf(await this.sound(sounds, take)), peaks, levelsMeter, loudness));
    await this.storage.put(peaksKey(take.id), peaks.peaks);
    const { levels } = levelsMeter;
    const quiet = quietStretches(levels, { shortest: fromMillis(1000) });
    const lufs = loudness.integrated();
    const found: KnownOfTake = {
      ...analyseTake(await this.events(take.id), quiet, fromFrames(take.frames, RATE)),
      lufs: Number.isFinite(lufs) ? lufs : null,
      rests: quietStretches(levels, { shortest: BREATH }),
      threshold: speechThreshold(levels),
    };
    await this.storage.put(analysisKey(take.id), Buffer.from(JSON.stringify(found)));
  }

  /** Words a minute as a teacher's newest takes show, by the cues of the pages they spoke on. */
  async speakingRate(personId: string): Promise<number> {
    const newest = await this.takes.find({
      where: { byId: personId, state: 'finished' },
      order: { openedAt: 'DESC' },
      take: RATE_TAKES,
    });
    const spoken: SpokenPage[] = [];
    for (const take of newest.filter(isFinished)) {
      // Those that are not looked into yet count the next time.
      if (!(await this.#isAnalysed(take))) {
        await this.#analyseLater(take);
        continue;
      }
      const { spokenByPage } = await this.analysis(take);
      const cues = new Map((await this.pages.allPagesOf(take.lessonId)).map((page) => [page.id, page.cues]));
      for (const [page, time] of Object.entries(spokenByPage)) {
        spoken.push({ words: wordCount(wordsOfCues(cues.get(page) ?? '')), spoken: time });
      }
    }
    return learntRate(spoken);
  }
}
