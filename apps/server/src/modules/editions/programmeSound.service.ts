import { Injectable, Inject } from '@nestjs/common';
import {
  fadeEnds,
  integratedLoudness,
  joinedSound,
  levelsOf,
  master,
  mix,
  musicBed,
  quietStretches,
  TARGET_LUFS,
  throughSwitches,
  type LaidOver,
  type Mastered,
  type TakeSound,
} from '@oakbell/core/audio';
import { fromMillis, toFrames, type Micros } from '@oakbell/core/clock';
import { dressingOf, takesOf, type EditList, type Finish } from '@oakbell/core/edits';
import { TakeIndex } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import { clipsHeard } from '@oakbell/core/scene';
import { Problem } from '../../platform/http/index.ts';
import { decodeVoice, hasSound } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { clipKey } from '../lessons/index.ts';
import { RATE, TakeMaterialService, TakesService, type TakeEntity } from '../takes/index.ts';

/** Rumble of desks and fans lies below a voice and is taken out. */
const CLEANING = 'highpass=f=70';

/** The tone of a room is taken from where nothing is said for so long. */
const LEAST_QUIET = fromMillis(500);

/** A music bed is a clip, and so half an hour at most; in frames. */
const LONGEST_MUSIC = 30 * 60 * RATE;

/** Told the share that is done, 0…1. */
type Tell = (share: number) => Promise<void>;

/** Makes the sound of a programme from its edit list: cut, joined, cleaned, with music, brought to its loudness. */
@Injectable()
export class ProgrammeSoundService {
  constructor(
    private readonly takes: TakesService,
    private readonly material: TakeMaterialService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /** @throws Problem `take-missing` */
  async render(edits: EditList, pages: readonly Page[], tell: Tell = async () => {}): Promise<Mastered> {
    const { finish } = dressingOf(edits);
    const takes = new Map((await this.takes.byIds(edits.segments.flatMap(takesOf))).map((take) => [take.id, take]));
    const decoded = new Map<string, Promise<TakeSound>>();
    const joined = await joinedSound(
      edits,
      (takeId) => {
        const take = takes.get(takeId);
        if (!take) throw TAKE_MISSING();
        const sound = decoded.get(takeId) ?? this.#takeSound(take, pages);
        decoded.set(takeId, sound);
        return sound;
      },
      RATE,
    );
    await tell(0.5);
    const cleaned = this.#cleaned(joined, finish);
    const voiced = await this.#withMusic(cleaned, finish);
    const mastered = master(voiced, RATE);
    fadeEnds(mastered.samples, RATE, finish);
    return mastered;
  }

  #cleaned(samples: Float32Array, { noise, levelling }: Finish): Float32Array {
    return noise || levelling ? throughSwitches(samples, RATE, { gain: 0, noise, levelling }) : samples;
  }

  async #withMusic(voice: Float32Array, { music }: Finish): Promise<Float32Array> {
    if (!music) return voice;
    const file = await this.#clip(music.clip);
    const speech = integratedLoudness(voice, RATE);
    // The level of the music counts beside a voice at its target: both are brought there together afterwards.
    const lufs = Number.isFinite(speech) ? music.lufs + speech - TARGET_LUFS : music.lufs;
    const bed = musicBed(voice, await decodeVoice(file, { most: LONGEST_MUSIC }), { lufs, rate: RATE, speech });
    for (let i = 0; i < voice.length; i += 1) bed.samples[i]! += voice[i]!;
    return bed.samples;
  }

  /** The voice of a take as it is heard: cleaned, with what was switched on in the sound check, and its clips. */
  async #takeSound(take: TakeEntity, pages: readonly Page[]): Promise<TakeSound> {
    const events = await this.material.events(take.id);
    const switched = events.find((event) => event.kind === 'sound');
    const samples = await this.material.samples(take, CLEANING);
    const voice = switched ? throughSwitches(samples, RATE, switched) : samples;
    const quiet = quietStretches(levelsOf(voice, RATE), { shortest: LEAST_QUIET });
    const sounds: LaidOver[] = [];
    for (const { clip, start, end, from } of clipsHeard(pages, new TakeIndex(events))) {
      const file = await this.#clip(clip);
      if (!(await hasSound(file))) continue;
      const most = Math.min(LONGEST_MUSIC, toFrames((from + end - start) as Micros, RATE) + RATE);
      sounds.push({ samples: await decodeVoice(file, { most }), at: start, length: (end - start) as Micros, from });
    }
    return { samples: sounds.length > 0 ? mix(voice, sounds, RATE) : voice, quiet };
  }

  /** What was brought to the lesson is there: a file that cannot be read is a fault, never a silence. */
  async #clip(digest: string): Promise<Buffer> {
    return this.storage.read(clipKey(digest));
  }
}

const TAKE_MISSING = () =>
  new Problem(409, 'take-missing', 'A take of this lesson is no longer here. Undo to the step before it was added.');
