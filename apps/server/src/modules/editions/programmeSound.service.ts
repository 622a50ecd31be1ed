import { Injectable, Inject } from '@nestjs/common';
import {
  addTo,
  blocksOf,
  changed,
  EndFades,
  joinedSound,
  levelsIn,
  loudnessOf,
  master,
  mix,
  musicBed,
  quietStretches,
  TARGET_LUFS,
  through,
  throughSwitches,
  type Blocks,
  type LaidOver,
  type Sound,
  type TakeSound,
} from '@oakbell/core/audio';
import { fromMillis, micros, toFrames } from '@oakbell/core/clock';
import { dressingOf, takesOf, type EditList, type Finish } from '@oakbell/core/edits';
import { TakeIndex } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import { clipsHeard } from '@oakbell/core/scene';
import { Problem } from '../../platform/http/index.ts';
import type { SoundFolder } from '../../platform/sound/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { clipKey } from '@oakbell/core/media';
import { isFinished, RATE, TakeMaterialService, TakesService, type FinishedTake } from '../takes/index.ts';

/** Rumble of desks and fans lies below a voice and is taken out. */
const CLEANING = 'highpass=f=70';

/** The tone of a room is taken from where nothing is said for so long. */
const LEAST_QUIET = fromMillis(500);

/** A music bed is a clip, and so half an hour at most; in frames. */
const LONGEST_MUSIC = 30 * 60 * RATE;

/** Told the share that is done, 0…1. */
type Tell = (share: number) => Promise<void>;

/** The sound of a programme: its blocks are worked out while they are read. */
export interface ProgrammeSound {
  readonly frames: number;
  readonly blocks: Blocks;
  /** −∞ for silence. */
  readonly lufs: number;
}

/** Makes the sound of a programme from its edit list: cut, joined, cleaned, with music, brought to its loudness. */
@Injectable()
export class ProgrammeSoundService {
  constructor(
    private readonly takes: TakesService,
    private readonly material: TakeMaterialService,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /** @param sounds where it is worked on: the sound lasts as long @throws Problem `take-missing` */
  async render(
    sounds: SoundFolder,
    { edits, pages }: { readonly edits: EditList; readonly pages: readonly Page[] },
    tell: Tell = async () => {},
  ): Promise<ProgrammeSound> {
    const { finish } = dressingOf(edits);
    const takes = new Map((await this.takes.byIds(edits.segments.flatMap(takesOf))).map((take) => [take.id, take]));
    const decoded = new Map<string, Promise<TakeSound>>();
    const joined = await joinedSound(
      edits,
      (takeId) => {
        const take = takes.get(takeId);
        if (!take || !isFinished(take)) throw TAKE_MISSING();
        const sound = decoded.get(takeId) ?? this.#takeSound(sounds, take, pages);
        decoded.set(takeId, sound);
        return sound;
      },
      RATE,
    );
    await tell(0.4);
    const voice = await sounds.keep(blocksOf(joined));
    await tell(0.6);
    const { noise, levelling } = finish;
    const cleaned = await throughSwitches(voice, RATE, { gain: 0, noise, levelling }, sounds.keep);
    const { frames, blocks, lufs } = await master(await this.#withMusic(sounds, cleaned, finish), RATE);
    await tell(1);
    return { frames, blocks: through(blocks(), new EndFades(frames, RATE, finish)), lufs };
  }

  async #withMusic(sounds: SoundFolder, voice: Sound, { music }: Finish): Promise<Sound> {
    if (!music) return voice;
    const speech = (await loudnessOf(voice, RATE)).integrated();
    // The level of the music counts beside a voice at its target: both are brought there together afterwards.
    const lufs = Number.isFinite(speech) ? music.lufs + speech - TARGET_LUFS : music.lufs;
    const file = await this.#clip(music.clip, (path) => sounds.decode(path, { most: LONGEST_MUSIC }));
    const bed = await musicBed(voice, file, { lufs, rate: RATE, speech });
    return changed(voice, async (piece, from) => addTo(piece, await bed.sound.read(from, piece.length)));
  }

  /** The voice of a take as it is heard: cleaned, with what was switched on in the sound check, and its clips. */
  async #takeSound(sounds: SoundFolder, take: FinishedTake, pages: readonly Page[]): Promise<TakeSound> {
    const events = await this.material.events(take.id);
    const switched = events.find((event) => event.kind === 'sound');
    const own = await this.material.sound(sounds, take, CLEANING);
    const voice = switched ? await throughSwitches(own, RATE, switched, sounds.keep) : own;
    const quiet = quietStretches(await levelsIn(voice, RATE), { shortest: LEAST_QUIET });
    const laid: LaidOver[] = [];
    for (const { clip, start, end, from } of clipsHeard(pages, new TakeIndex(events))) {
      const most = Math.min(LONGEST_MUSIC, toFrames(micros(from + end - start), RATE) + RATE);
      const sound = await this.#clip(clip, (path) => sounds.decodeIfHeard(path, { most }));
      if (sound) laid.push({ sound, at: start, length: micros(end - start), from });
    }
    return { sound: laid.length > 0 ? mix(voice, laid, RATE) : voice, quiet };
  }

  /** What was brought to the lesson is there: a file that cannot be read is a fault, never a silence. */
  #clip<T>(digest: string, use: (path: string) => Promise<T>): Promise<T> {
    return this.storage.lend(clipKey(digest), use);
  }
}

const TAKE_MISSING = () =>
  new Problem(409, 'take-missing', 'A take of this lesson is no longer here. Undo to the step before it was added.');
