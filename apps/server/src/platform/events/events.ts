import { Injectable, type OnModuleInit } from '@nestjs/common';
import type { Change } from '@oakbell/core/formats';
import { Observable } from 'rxjs';
import { Outbox } from '../acts/index.ts';
import { Bus } from '../redis/index.ts';

interface Told {
  readonly to: readonly string[];
  readonly change: Change;
}
const TOPIC = 'changed';

/** Tells the browsers of people what changed. It says that there is something new, never what: they ask, and rights hold. */
@Injectable()
export class Events implements OnModuleInit {
  readonly #open = new Map<string, Set<(change: Change) => void>>();

  constructor(
    private readonly outbox: Outbox,
    private readonly bus: Bus,
  ) {}

  onModuleInit(): void {
    this.outbox.carry(TOPIC, (told: Told) => this.bus.say(TOPIC, told));
    void this.bus.on(TOPIC, (message) => {
      const { to, change } = message as Told;
      for (const id of to) this.#open.get(id)?.forEach((hear) => hear(change));
    });
  }

  /** Tells people of a change once the act that makes it is kept. @throws Error outside an act */
  async tell(to: readonly string[], change: Change): Promise<void> {
    if (to.length > 0) await this.outbox.add(TOPIC, { to: [...new Set(to)], change } satisfies Told);
  }

  /** Tells people of what passes: nobody is told later when it cannot be said now. */
  async mention(to: readonly string[], change: Change): Promise<void> {
    await this.bus.say(TOPIC, { to, change } satisfies Told).catch(() => undefined);
  }

  /** What changes for a person from now on. */
  of(personId: string): Observable<Change> {
    return new Observable((reader) => {
      const hear = (change: Change) => reader.next(change);
      const there = this.#open.get(personId) ?? new Set();
      this.#open.set(personId, there.add(hear));
      return () => {
        there.delete(hear);
        if (there.size === 0) this.#open.delete(personId);
      };
    });
  }
}
