import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { integratedLoudness, levelsOf, peaksOf, quietStretches, speechThreshold } from '@oakbell/core/audio';
import { fromFrames, fromMillis } from '@oakbell/core/clock';
import { analyseTake, readLog, type TakeAnalysis, type TakeEvent } from '@oakbell/core/log';
import { learntRate, wordCount, type SpokenPage } from '@oakbell/core/pages';
import { Repository } from 'typeorm';
import { decodeVoice } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { LessonsService, textOfCues } from '../lessons/index.ts';
import { RATE, TakeEntity } from './take.entity.ts';
import { analysisKey, logKey, peaksKey, voiceKey } from './takes.rules.ts';

/** A teacher's speaking rate is learnt from so many takes. */
const RATE_TAKES = 12;

/** What is worked out of a take once. */
export interface KnownOfTake extends TakeAnalysis {
  /** Null where nothing is to be heard. */
  readonly lufs: number | null;
  /** Levels above this count as speech, in dBFS. */
  readonly threshold: number;
}

/** What a finished take holds, and what is worked out from it once and kept. */
@Injectable()
export class TakeMaterialService {
  constructor(
    @InjectRepository(TakeEntity) private readonly takes: Repository<TakeEntity>,
    private readonly lessons: LessonsService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  async logText(takeId: string): Promise<string> {
    return (await this.storage.read(logKey(takeId))).toString('utf8');
  }

  /** What happened in a take, in rising time; nothing where its log cannot be read. */
  async events(takeId: string): Promise<readonly TakeEvent[]> {
    const log = readLog(await this.logText(takeId));
    return log.ok ? log.events : [];
  }

  /** The samples of a finished take, exactly as long as the take. */
  async samples(take: TakeEntity, filters?: string): Promise<Float32Array> {
    const decoded = await decodeVoice(await this.storage.read(voiceKey(take.id)), filters);
    if (decoded.length === take.frames) return decoded;
    const exact = new Float32Array(take.frames);
    exact.set(decoded.subarray(0, take.frames));
    return exact;
  }

  /** A hundred peaks a second; made once and kept. */
  async peaks(take: TakeEntity): Promise<Buffer> {
    const key = peaksKey(take.id);
    if ((await this.storage.size(key)) === null) await this.storage.put(key, peaksOf(await this.samples(take), RATE));
    return this.storage.read(key);
  }

  /** Quiet stretches of a second and more, silent writing, and what was spoken on each page; made once and kept. */
  async analysis(take: TakeEntity): Promise<KnownOfTake> {
    const key = analysisKey(take.id);
    if ((await this.storage.size(key)) === null) {
      const samples = await this.samples(take);
      const levels = levelsOf(samples, RATE);
      const quiet = quietStretches(levels, { shortest: fromMillis(1000) });
      const lufs = integratedLoudness(samples, RATE);
      const found: KnownOfTake = {
        ...analyseTake(await this.events(take.id), quiet, fromFrames(take.frames, RATE)),
        lufs: Number.isFinite(lufs) ? lufs : null,
        threshold: speechThreshold(levels),
      };
      await this.storage.put(key, Buffer.from(JSON.stringify(found)));
    }
    return JSON.parse((await this.storage.read(key)).toString('utf8')) as KnownOfTake;
  }

  /** Words a minute as a teacher's newest takes show, by the cues of the pages they spoke on. */
  async speakingRate(personId: string): Promise<number> {
    const newest = await this.takes.find({
      where: { byId: personId, state: 'finished' },
      order: { openedAt: 'DESC' },
      take: RATE_TAKES,
    });
    const spoken: SpokenPage[] = [];
    for (const take of newest) {
      const { spokenByPage } = await this.analysis(take);
      const cues = new Map((await this.lessons.allPagesOf(take.lessonId)).map((page) => [page.id, page.cues]));
      for (const [page, time] of Object.entries(spokenByPage)) {
        spoken.push({ words: wordCount(textOfCues(cues.get(page) ?? '')), spoken: time });
      }
    }
    return learntRate(spoken);
  }
}
