import { Injectable, type OnModuleInit } from '@nestjs/common';
import { endsWith, JobHandlers, JobsService, NotYet, TryLater, type Job } from '../jobs/index.ts';
import type { Letter } from './letter.ts';
import { MailAway, Mailer } from './mailer.ts';

/**
 * Writes a letter when it is about to be sent, from what is known then; null where there is nobody to send it to. It
 * bears to be done again: a letter that did not go out is written anew. @throws NotYet where it is not the time for it
 */
export type Writer = (about: never) => Promise<Letter | null>;

interface Posted {
  readonly kind: string;
  readonly about: object;
}
const JOB = 'mail';
/** It is about nobody who is known yet. */
const NOBODY = '00000000-0000-0000-0000-000000000000';
const MINUTE_MS = 60_000;
/** A letter that did not go out is tried again after these: a day in all. */
const LATER_MS = [1, 5, 20, 60, 180, 360, 720].map((minutes) => minutes * MINUTE_MS);

/** Mail as part of an act: posted with it, written and sent after it, and tried again for a day. */
@Injectable()
export class Letters implements OnModuleInit {
  readonly #writers = new Map<string, Writer>();

  constructor(
    private readonly mailer: Mailer,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
  ) {}

  /** Whether this server sends mail at all. */
  get areOn(): boolean {
    return this.mailer.isOn;
  }

  /** Says who writes letters of a kind. */
  register(kind: string, writer: Writer): void {
    this.#writers.set(kind, writer);
  }

  onModuleInit(): void {
    this.handlers.register(JOB, 'mail', async (job) => {
      const { kind, about } = job.input as Posted;
      if (this.mailer.restsUntil > new Date()) throw new NotYet(this.mailer.restsUntil);
      const letter = await this.#writers.get(kind)?.(about as never);
      if (!letter) return endsWith();
      try {
        await this.mailer.send(letter, job.id);
      } catch (failure) {
        throw failure instanceof MailAway ? new TryLater(failure, LATER_MS) : failure;
      }
      return endsWith();
    });
  }

  /**
   * Has a letter sent once this act is kept; nothing where this server sends no mail. What is to be said is not kept
   * with it, only what it is about. @param personId whom it is about, where that is known
   */
  async post(kind: string, personId: string | null, about: object): Promise<void> {
    if (!this.areOn) return;
    await this.jobs.add({ kind: JOB, ownerId: null, subjectId: personId ?? NOBODY, input: { kind, about } });
  }

  /** Sends a letter now. @throws Problem as the mailer does */
  async sendNow(letter: Letter, key: string): Promise<void> {
    await this.mailer.send(letter, key);
  }

  /** How many wait to go out, and those that could not, newest first. */
  async standing(most: number): Promise<{ readonly waiting: number; readonly failed: readonly Job[] }> {
    return this.jobs.standing(JOB, most);
  }

  /** Tries again what could not be sent. */
  async again(most: number): Promise<void> {
    for (const { id } of (await this.standing(most)).failed) await this.jobs.retry(id);
  }
}
