import { Injectable, type OnModuleInit } from '@nestjs/common';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { endsWith, JobsService, Rounds, type Ending, type JobSteps } from '../../platform/jobs/index.ts';
import { MarkingService } from './marking.service.ts';

const HAND_BACK = 'hand-back';
const TOO_MANY = 429;
/** So many are looked for at once. */
const AT_ONCE = 50;

/** Hands back together what teachers have kept until all are marked: at once, or at a time they set. */
@Injectable()
export class HandBackRounds implements OnModuleInit {
  constructor(
    private readonly marking: MarkingService,
    private readonly jobs: JobsService,
    private readonly rounds: Rounds,
    private readonly acts: Acts,
  ) {}

  onModuleInit(): void {
    this.rounds.whenDue(
      HAND_BACK,
      async () => (await this.marking.dueBack(new Date(), 1)).length > 0,
      (_, steps) => this.#round(steps),
    );
  }

  /** All that are ready go back at this time; at once when null. Says how many. Pressed twice it does no more. */
  async together(assignmentId: string, at: Date | null): Promise<number> {
    return this.acts.do(async () => {
      const hands = await this.marking.setBackAt(assignmentId, at ?? new Date());
      if (hands > 0 && at === null)
        await this.jobs.add({ kind: HAND_BACK, ownerId: null, subjectId: assignmentId, input: {} });
      return hands;
    });
  }

  /**
   * One after another: what was handed back stays so. What cannot be handed back as it is waits for its teacher again;
   * where so much is being made for them that no more can be now, the rest goes with the next round.
   */
  async #round({ act }: JobSteps): Promise<Ending> {
    const now = new Date();
    for (;;) {
      const due = await this.marking.dueBack(now, AT_ONCE);
      if (due.length === 0) return endsWith();
      for (const submissionId of due)
        try {
          await act(() => this.marking.handBackReady(submissionId, now));
        } catch (failure) {
          if (!(failure instanceof Problem)) throw failure;
          if (failure.getStatus() === TOO_MANY) return endsWith();
          await act(() => this.marking.unready(submissionId));
        }
    }
  }
}
