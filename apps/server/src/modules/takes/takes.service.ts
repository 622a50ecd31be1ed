import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { isCard, isTake, playedUpTo, takesOf, type EditList } from '@oakbell/core/edits';
import { readEarlier } from '@oakbell/core/log';
import { randomUUID } from 'node:crypto';
import { isUUID } from 'class-validator';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { ensureFor, notFound, Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { Quotas } from '../../platform/quotas/index.ts';
import { claimById, FileClaims, STORAGE, type Storage } from '../../platform/storage/index.ts';
import { EditsService, LessonsService, type Lesson } from '../lessons/index.ts';
import { isFinished, TakeEntity, takeLength, type FinishedTake, type OpenTake, type Take } from './take.entity.ts';
import { logKey, missingParts, recordedElsewhere, unbroken, voiceKey } from './takes.rules.ts';
import { TakeClosing } from './takeClosing.service.ts';
import { TakeMaterialService } from './takeMaterial.service.ts';
import { TakeParts } from './takeParts.service.ts';

interface NewTake {
  readonly id: string;
  readonly lessonId: string;
  readonly windowKey: string;
  /** Record although another window does: that one is told at its next part. */
  readonly takeOver: boolean;
}
interface Finish {
  /** Not a part of the lesson: a voice that is spoken over it. */
  readonly aside?: boolean;
  readonly voiceParts: number;
  readonly logParts: number;
  readonly filmParts: number;
  readonly frames: number;
}

/** What a browser and we make of the last moment of a take may differ by so much, in microseconds. */
const LEEWAY = 1e6;

@Injectable()
export class TakesService implements OnModuleInit {
  constructor(
    @InjectRepository(TakeEntity) private readonly takes: Repository<Take>,
    private readonly parts: TakeParts,
    private readonly lessons: LessonsService,
    private readonly edits: EditsService,
    private readonly acts: Acts,
    private readonly closing: TakeClosing,
    private readonly material: TakeMaterialService,
    private readonly quotas: Quotas,
    private readonly claims: FileClaims,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    const rows = (ids: readonly string[]) => this.takes.find({ where: { id: In([...ids]) }, select: { id: true } });
    this.claims.claim('takes/', claimById(rows));
    // A lesson plays its own takes and those of the lessons it was made from: nobody can publish what another said by
    // naming it.
    this.edits.guard(async (lesson, { touched }) => {
      const named = [...new Set(touched.flatMap(takesOf))];
      const own = await this.#playable(lesson, named);
      if (own.length < named.length)
        throw new Problem(422, 'take-missing', 'A take that this change needs is not here. The lesson is as it was.');
      const lengths = new Map(own.map((take) => [take.id, takeLength(take)]));
      if (touched.some((one) => isCard(one) && !isUUID(one.card.id)))
        throw new Problem(422, 'not-an-edit', 'A title card needs a name of its own. The lesson is as it was.');
      if (touched.some((one) => isTake(one) && one.end > (lengths.get(one.takeId) ?? 0) + LEEWAY))
        throw new Problem(422, 'beyond-take', 'This change plays a take beyond its end. The lesson is as it was.');
    });
  }

  /** Begins a take, or finds the one begun before under the same id. @throws Problem `lesson-being-recorded` */
  async open(person: Person, { id, lessonId, windowKey, takeOver }: NewTake): Promise<Take> {
    // One after another: two windows that begin at the same moment would not see each other.
    const lesson = await this.lessons.locked(lessonId);
    const there = await this.takes.findOneBy({ id });
    if (there) {
      ensureFor(there.byId === person.id && there.lessonId === lessonId, 'take');
      return there;
    }
    const open = await this.takes.findBy({ lessonId, state: 'open' });
    const elsewhere = recordedElsewhere(open, windowKey, new Date());
    if (elsewhere && elsewhere.byId !== person.id)
      throw new Problem(
        409,
        'recorded-by-another',
        'Somebody else is recording this lesson now. You can record once they have stopped; what you have here is kept.',
      );
    if (elsewhere && !takeOver) {
      throw new Problem(
        409,
        'lesson-being-recorded',
        'This lesson is being recorded in another window. Go on there, or take over here; what the other window recorded is kept.',
      );
    }
    const now = new Date();
    await this.quotas.take(person.id, 0);
    const earlier = await this.#earlier(await this.edits.of(lesson));
    const made: OpenTake = {
      id,
      lessonId,
      byId: person.id,
      state: 'open',
      windowKey,
      openedAt: now,
      heardAt: now,
      frames: null,
      earlier,
    };
    await this.takes.insert(made);
    return made;
  }

  /** Whether somebody is recording a lesson at this moment. */
  async isRecorded(lessonId: string): Promise<boolean> {
    const open = await this.takes.findBy({ lessonId, state: 'open' });
    return recordedElsewhere(open, '', new Date()) !== null;
  }

  /** @throws Problem `not-found` */
  async get(id: string): Promise<Take> {
    const take = await this.takes.findOneBy({ id });
    if (!take) throw notFound('take');
    return take;
  }

  /** A take as it can be heard. @throws Problem `not-found`, also while it is not finished */
  async finished(id: string): Promise<FinishedTake> {
    const take = await this.get(id);
    if (!isFinished(take)) throw notFound('take');
    return take;
  }

  async ofLesson(lessonId: string): Promise<readonly Take[]> {
    return this.takes.find({ where: { lessonId, state: In(['open', 'finished']) }, order: { openedAt: 'ASC' } });
  }

  /** The takes that were recorded for a lesson, and those of other lessons that it plays. */
  async playedBy(lesson: Lesson): Promise<readonly Take[]> {
    const own = await this.ofLesson(lesson.id);
    const there = new Set(own.map((take) => take.id));
    const found = new Map(own.map((take) => [take.id, take]));
    // What a take stands on is needed to draw it.
    const { segments } = await this.edits.of(lesson);
    let missing = [...new Set(segments.flatMap(takesOf))].filter((id) => !there.has(id));
    while (missing.length > 0) {
      for (const take of await this.#playable(lesson, missing)) found.set(take.id, take);
      const stoodOn = missing.flatMap((id) => found.get(id)?.earlier ?? []).map((one) => readEarlier(one).takeId);
      missing = [...new Set(stoodOn)].filter((id) => !found.has(id));
    }
    return [...found.values()];
  }

  async byIds(ids: readonly string[]): Promise<readonly Take[]> {
    return ids.length === 0 ? [] : this.takes.findBy({ id: In([...ids]) });
  }

  /** Those of these takes that a lesson can play. */
  async #playable({ id }: Pick<Lesson, 'id'>, takeIds: readonly string[]): Promise<readonly Take[]> {
    const takes = await this.byIds(takeIds);
    if (takes.every((take) => take.lessonId === id)) return takes;
    const lessons = new Set([id, ...(await this.lessons.sourcesOf(id))]);
    return takes.filter((take) => lessons.has(take.lessonId));
  }

  /** Takes of this person that were never finished and are no longer heard: what Today offers to recover. */
  async unfinishedOf(personId: string): Promise<readonly Take[]> {
    const open = await this.takes.findBy({ byId: personId, state: 'open' });
    return open.filter((take) => recordedElsewhere([take], '', new Date()) === null);
  }

  /** Whether a later window has taken over the lesson since this take began. */
  async takenOver(take: Take): Promise<boolean> {
    const later = await this.takes.findBy({ lessonId: take.lessonId, state: 'open' });
    return later.some((one) => one.windowKey !== take.windowKey && one.openedAt > take.openedAt);
  }

  /** Closes a take whose parts are all here and adds it to the lesson. @throws Problem `parts-missing` with their numbers */
  async finish(take: Take, { voiceParts, logParts, filmParts, frames, aside = false }: Finish): Promise<Take> {
    if (take.state === 'finished') return take;
    const numbers = await this.parts.numbers(take.id);
    const missing = {
      voice: missingParts(numbers.voice, voiceParts),
      log: missingParts(numbers.log, logParts),
      film: missingParts(numbers.film, filmParts),
    };
    if (missing.voice.length + missing.log.length + missing.film.length > 0) {
      throw new Problem(
        409,
        'parts-missing',
        'Some parts of the recording have not arrived yet. They are safe in the browser that recorded them.',
        { missing },
      );
    }
    return this.closing.close(take, { voiceParts, logParts, filmParts, frames, aside });
  }

  /** Closes a take with what has arrived of it: for when the browser that recorded it does not come back. */
  async finishAsSent(take: Take): Promise<Take> {
    if (take.state === 'finished') return take;
    const numbers = await this.parts.numbers(take.id);
    const { voice, log, film } = {
      voice: unbroken(numbers.voice),
      log: unbroken(numbers.log),
      film: unbroken(numbers.film),
    };
    return this.closing.close(take, { voiceParts: voice, logParts: log, filmParts: film, frames: null, aside: false });
  }

  async discard(take: Take): Promise<void> {
    if (take.state === 'open') await this.takes.update({ id: take.id }, { state: 'discarded' });
  }

  /** Takes in a whole take that was made elsewhere: a voice file's samples have already been put in place. */
  async addFinished(take: {
    id?: string;
    lessonId: string;
    byId: string;
    voice: Buffer;
    log: string;
    frames: number;
  }): Promise<FinishedTake> {
    const id = take.id ?? randomUUID();
    const now = new Date();
    const lesson = await this.lessons.one(take.lessonId);
    const earlier = lesson ? await this.#earlier(await this.edits.of(lesson)) : [];
    await this.storage.put(voiceKey(id), take.voice);
    await this.storage.put(logKey(id), Buffer.from(take.log));
    const { lessonId, byId, frames } = take;
    const made: FinishedTake = {
      id,
      lessonId,
      byId,
      state: 'finished',
      windowKey: 'imported',
      openedAt: now,
      heardAt: now,
      frames,
      earlier,
    };
    const events = await this.material.events(id);
    return this.acts.do(async () => {
      await this.takes.insert(made);
      await this.closing.append(made, events);
      return made;
    });
  }

  /** The takes whose ink a new take begins with, in the order of the lesson, each as far as the lesson plays it. */
  async #earlier(edits: EditList): Promise<string[]> {
    const ends = playedUpTo(edits.segments);
    const lengths = new Map((await this.byIds([...ends.keys()])).map((take) => [take.id, takeLength(take)]));
    return [...ends].map(([id, end]) => (end < (lengths.get(id) ?? 0) ? `${id}@${end}` : id));
  }
}
