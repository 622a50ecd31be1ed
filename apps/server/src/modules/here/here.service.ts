import { Inject, Injectable } from '@nestjs/common';
import type { LessonStep } from '@oakbell/core/library';
import type { Redis } from 'ioredis';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Events } from '../../platform/events/index.ts';
import { REDIS } from '../../platform/redis/index.ts';

/** Somebody else who has the same lesson open. */
export interface Other {
  readonly id: string;
  readonly name: string;
  readonly step: LessonStep;
}
interface Standing extends Other {
  /** When this window was last heard of, in ms since 1970. */
  readonly at: number;
}

/** A window that is not heard of for so long is gone: it tells three times in that time. */
const GONE_MS = 45_000;

/** Who has which lesson open. It is told, and forgotten: nothing of it is kept. */
@Injectable()
export class HereService {
  readonly #prefix: string;

  constructor(
    private readonly events: Events,
    @Inject(REDIS) private readonly redis: Redis,
    @Inject(CONFIG) config: Config,
  ) {
    this.#prefix = `${config.queue}:here:`;
  }

  /** A window has the lesson open at a step. Gives everybody else who has, each once; nobody while Redis is away. */
  async stand(
    { id, name }: { readonly id: string; readonly name: string },
    lessonId: string,
    { window, step }: { readonly window: string; readonly step: LessonStep },
  ): Promise<readonly Other[]> {
    try {
      const before = await this.#all(lessonId);
      const standing: Standing = { id, name, step, at: Date.now() };
      await this.redis.hset(this.#key(lessonId), window, JSON.stringify(standing));
      await this.redis.pexpire(this.#key(lessonId), GONE_MS * 2);
      if (before.get(window)?.step !== step) await this.#mention(lessonId, before, id);
      return othersIn(before, id);
    } catch {
      return [];
    }
  }

  async leave(personId: string, lessonId: string, window: string): Promise<void> {
    try {
      const before = await this.#all(lessonId);
      if (before.get(window)?.id !== personId) return;
      await this.redis.hdel(this.#key(lessonId), window);
      await this.#mention(lessonId, before, personId);
    } catch {
      // Its time runs out.
    }
  }

  /** By window: those that were heard of lately. */
  async #all(lessonId: string): Promise<ReadonlyMap<string, Standing>> {
    const now = Date.now();
    const all = Object.entries(await this.redis.hgetall(this.#key(lessonId))).map(
      ([window, text]) => [window, JSON.parse(text) as Standing] as const,
    );
    return new Map(all.filter(([, { at }]) => now - at < GONE_MS));
  }

  async #mention(lessonId: string, there: ReadonlyMap<string, Standing>, personId: string): Promise<void> {
    const others = othersIn(there, personId).map((one) => one.id);
    if (others.length > 0) await this.events.mention(others, { kind: 'here', id: lessonId });
  }

  #key(lessonId: string): string {
    return this.#prefix + lessonId;
  }
}

/** Everybody else, each once, where they were heard of last. */
function othersIn(all: ReadonlyMap<string, Standing>, personId: string): readonly Other[] {
  const others = [...all.values()].filter((one) => one.id !== personId).toSorted((a, b) => a.at - b.at);
  const latest = new Map(others.map(({ id, name, step }) => [id, { id, name, step }]));
  return [...latest.values()].toSorted((a, b) => (a.name < b.name ? -1 : 1));
}
