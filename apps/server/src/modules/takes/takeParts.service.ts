import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { PART_TOO_NEW, readFilmPart, readVoicePart, type Unreadable } from '@oakbell/core/formats';
import { createHash } from 'node:crypto';
import { LessThan, Repository } from 'typeorm';
import { Acts, isThereAlready } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { Quotas } from '../../platform/quotas/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { TakeEntity, TakePartEntity, type PartFacts, type Take, type Track } from './take.entity.ts';
import { LARGEST_PART, LARGEST_TRACK, partKey, unbroken } from './takes.rules.ts';
import { factsOf, runEnd, runsOf, type Run, type VoiceFacts } from './voiceRuns.ts';

/** A part as it arrives. */
interface SentPart {
  readonly track: Track;
  readonly number: number;
  readonly digest: string;
  readonly bytes: Buffer;
}

/** What has arrived without a gap. */
export interface Arrived {
  readonly voiceParts: number;
  readonly logParts: number;
  readonly filmParts: number;
  readonly logBytes: number;
  /** Frames of the voice that can be decoded from them. */
  readonly voiceFrames: number;
  /** The number of the run that a new encoder begins. */
  readonly nextRun: number;
}

/** What is to be known of a part without reading it again. */
const FACTS: Readonly<Record<Track, (bytes: Buffer) => PartFacts | Unreadable>> = {
  log: () => ({ track: 'log' }),
  voice(bytes) {
    const part = readVoicePart(bytes);
    return typeof part === 'string' ? part : { track: 'voice', ...factsOf(part) };
  },
  film(bytes) {
    const part = readFilmPart(bytes);
    return typeof part === 'string' ? part : { track: 'film', run: part.run };
  },
};

/** The parts of takes, as recording browsers send them. Never more than one of them is held at once. */
@Injectable()
export class TakeParts {
  constructor(
    @InjectRepository(TakeEntity) private readonly takes: Repository<Take>,
    @InjectRepository(TakePartEntity) private readonly parts: Repository<TakePartEntity>,
    private readonly acts: Acts,
    private readonly quotas: Quotas,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  /** Keeps a part. Sending it twice is harmless. @throws Problem `part-damaged`, `part-too-new`, `part-differs`, `take-closed` */
  async add(take: Take, part: SentPart): Promise<void> {
    const { track, number, bytes } = part;
    const digest = createHash('sha256').update(bytes).digest('hex');
    const facts = FACTS[track](bytes);
    // Only what arrived as it was sent says of itself that it is newer than we are.
    if (digest === part.digest && facts === 'too-new') throw new Problem(422, 'part-too-new', PART_TOO_NEW);
    if (digest !== part.digest || bytes.length === 0 || typeof facts === 'string') {
      throw new Problem(
        422,
        'part-damaged',
        'A part of the recording was damaged on its way. It is sent again from this browser.',
      );
    }
    const there = await this.parts.findOneBy({ takeId: take.id, track, number });
    if (there) {
      if (there.digest === digest) return;
      throw new Problem(409, 'part-differs', 'Another part with this number is here already. It was kept as it is.');
    }
    if (take.state !== 'open') throw new Problem(409, 'take-closed', 'This take is finished and cannot grow.');
    await this.#ensureRoom(take.id, track, bytes.length);
    await this.storage.put(partKey(take.id, track, number), bytes);
    try {
      await this.acts.do(async () => {
        await this.parts.insert({ takeId: take.id, track, number, digest, bytes: bytes.length, facts });
        await this.takes.update({ id: take.id }, { heardAt: new Date() });
        // What is being said is kept in any case; a new take is refused where there is no room.
        await this.quotas.add(take.byId, bytes.length);
      });
    } catch (failure) {
      // The same part arrived twice at the same moment: the other one won, and both are alike.
      if (!isThereAlready(failure)) throw failure;
    }
  }

  /** @throws Problem `take-too-large` */
  async #ensureRoom(takeId: string, track: Track, bytes: number): Promise<void> {
    const sum = (await this.parts.sum('bytes', { takeId, track })) ?? 0;
    if (bytes <= LARGEST_PART[track] && Number(sum) + bytes <= LARGEST_TRACK[track]) return;
    const most = `${Math.round(LARGEST_TRACK[track] / 1024 / 1024)} MB`;
    throw new Problem(
      413,
      'take-too-large',
      `A take holds up to ${most} of this. What was recorded before is safe; stop, and go on in another take.`,
    );
  }

  /** The numbers of the parts that are here. */
  async numbers(takeId: string): Promise<Readonly<Record<Track, readonly number[]>>> {
    const found = await this.parts.find({ where: { takeId }, select: { track: true, number: true } });
    const of = (track: Track) => found.filter((part) => part.track === track).map((part) => part.number);
    return { voice: of('voice'), log: of('log'), film: of('film') };
  }

  /** What has arrived without a gap: where a browser that comes back goes on sending. */
  async arrived({ id }: Take): Promise<Arrived> {
    const numbers = await this.numbers(id);
    const [voiceParts, logParts] = [unbroken(numbers.voice), unbroken(numbers.log)];
    const voice = await this.#voiceFacts(id, voiceParts);
    return {
      voiceParts,
      logParts,
      filmParts: unbroken(numbers.film),
      logBytes: Number((await this.parts.sum('bytes', { takeId: id, track: 'log', number: LessThan(logParts) })) ?? 0),
      voiceFrames: runsOf(voice).reduce((end, run) => Math.max(end, runEnd(run)), 0),
      nextRun: voice.reduce((next, part) => Math.max(next, part.run + 1), 0),
    };
  }

  /** The runs of the first `count` parts of a voice. */
  async runs(takeId: string, count: number): Promise<readonly Run[]> {
    return runsOf(await this.#voiceFacts(takeId, count));
  }

  async #voiceFacts(takeId: string, count: number): Promise<readonly (VoiceFacts & { number: number })[]> {
    return (await this.#facts(takeId, 'voice', count)).flatMap(({ number, facts }) =>
      facts.track === 'voice' ? [{ ...facts, number }] : [],
    );
  }

  /** The packets of a run, read part by part. */
  async *packets(takeId: string, { parts }: Run): AsyncGenerator<Uint8Array> {
    for (const number of parts) yield* (await this.#voicePart(takeId, number)).packets;
  }

  async #voicePart(takeId: string, number: number) {
    const part = readVoicePart(await this.storage.read(partKey(takeId, 'voice', number)));
    if (typeof part === 'string') throw new Error(`a part of the voice of ${takeId} is damaged where it lies`);
    return part;
  }

  /** The films of a take among its first `count` film parts: which parts each is made of. */
  async films(takeId: string, count: number): Promise<ReadonlyMap<number, readonly number[]>> {
    const films = new Map<number, number[]>();
    for (const { number, facts } of await this.#facts(takeId, 'film', count))
      if (facts.track === 'film') films.set(facts.run, [...(films.get(facts.run) ?? []), number]);
    return films;
  }

  /** What is known of the first `count` parts, in order. What came before it was written down is looked into once. */
  async #facts(takeId: string, track: Track, count: number): Promise<{ number: number; facts: PartFacts }[]> {
    const rows = await this.parts.find({
      where: { takeId, track, number: LessThan(count) },
      select: { number: true, facts: true },
      order: { number: 'ASC' },
    });
    const known: { number: number; facts: PartFacts }[] = [];
    for (const { number, facts } of rows) {
      const found = facts ?? FACTS[track](await this.storage.read(partKey(takeId, track, number)));
      if (typeof found === 'string') continue;
      if (!facts) await this.parts.update({ takeId, track, number }, { facts: found });
      known.push({ number, facts: found });
    }
    return known;
  }
}
