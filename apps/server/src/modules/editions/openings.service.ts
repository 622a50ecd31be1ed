import { Injectable, type OnModuleInit } from '@nestjs/common';
import { endsAfterItBegins, isNarrower, isSameOpening, turnsToCome, type Opening } from '@oakbell/core/opening';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { JobHandlers, JobsService } from '../../platform/jobs/index.ts';
import { AccessService, MediaService } from '../access/index.ts';
import { LessonsService, openingOf } from '../lessons/index.ts';

/** A moment at which a lesson opens or closes by itself. */
const TURN = 'lesson-turns';
interface Turn {
  readonly at: number;
}

/** Before whom lessons are open, and when: what closes is closed at once, wherever it is being watched. */
@Injectable()
export class OpeningsService implements OnModuleInit {
  constructor(
    private readonly lessons: LessonsService,
    private readonly acts: Acts,
    private readonly events: Events,
    private readonly access: AccessService,
    private readonly media: MediaService,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
  ) {}

  onModuleInit(): void {
    // Rights and addresses end by the clock; this tells those who look at it.
    this.handlers.register(TURN, 'later', ({ subjectId, input }) =>
      Promise.resolve(() => this.#turn(subjectId, (input as Turn).at)),
    );
  }

  async #turn(lessonId: string, at: number): Promise<void> {
    const lesson = await this.lessons.one(lessonId);
    const opening = lesson && openingOf(lesson);
    // It was said anew since.
    if (!opening || (opening.from !== at && opening.until !== at)) return;
    await this.#tell(lessonId, await this.access.audience(lessonId));
  }

  /** @throws Problem `ends-before-it-begins` */
  async open(lessonId: string, opening: Opening): Promise<void> {
    if (!endsAfterItBegins(opening)) {
      const until = 'It has to end after it begins.';
      throw new Problem(422, 'ends-before-it-begins', `${until} Nothing was changed.`, { fields: { until } });
    }
    await this.acts.do(async () => {
      const before = openingOf(await this.lessons.locked(lessonId));
      if (isSameOpening(before, opening)) return;
      const had = await this.access.audience(lessonId);
      await this.lessons.open(lessonId, opening);
      const now = Date.now();
      for (const at of turnsToCome(opening, now))
        await this.jobs.add({ kind: TURN, ownerId: null, subjectId: lessonId, input: { at }, notBefore: new Date(at) });
      const has = await this.access.audience(lessonId);
      if (isNarrower(opening, before, now)) await this.media.cut(`lesson:${lessonId}`);
      await this.#tell(lessonId, [...new Set([...had, ...has])]);
    });
  }

  async #tell(lessonId: string, people: readonly string[]): Promise<void> {
    await this.events.tell(people, { kind: 'edition', id: lessonId, of: lessonId });
    await this.lessons.changed(lessonId);
  }
}
