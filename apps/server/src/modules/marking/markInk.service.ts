import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { readPart } from '@oakbell/core/worksheets';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PagesService } from '../pages/index.ts';
import { ensureStands, SubmissionsService, type Submission } from '../submissions/index.ts';
import { MarkInkEntity } from './markInk.entity.ts';
import { SecondMarks } from './secondMarks.service.ts';

/** What stands on the pages of a hand-in, and what whoever wrote it has seen. */
export interface WrittenInk {
  readonly log: string;
  readonly times: number;
  readonly revision: number;
}

/** What teachers write on hand-ins before they speak on them, or without. */
@Injectable()
export class MarkInk {
  constructor(
    @InjectRepository(MarkInkEntity) private readonly ink: Repository<MarkInkEntity>,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly submissions: SubmissionsService,
    private readonly second: SecondMarks,
    private readonly acts: Acts,
  ) {}

  /** What is written on what is there now: nothing, as of revision 0, where nobody has written. */
  async of(submission: Pick<Submission, 'id' | 'times'>): Promise<WrittenInk> {
    const found = await this.ink.findOneBy({ submissionId: submission.id });
    const { times } = submission;
    return { log: found?.forTimes === times ? found.log : '', times, revision: found?.revision ?? 0 };
  }

  /**
   * Keeps what stands on the pages now, and gives its revision.
   * @throws Problem `not-ink`, `handed-in-again`, `handed-back-already`, `marked-unseen`, `written-meanwhile` where
   * somebody else has
   */
  async keep(person: Person, submissionId: string, { log, times, revision }: WrittenInk): Promise<number> {
    return this.acts.do(async () => {
      const submission = await this.submissions.locked(submissionId);
      await this.second.ensureShown(person.id, submission);
      if (submission.times !== times)
        throw new Problem(
          409,
          'handed-in-again',
          'Something else was handed in meanwhile. Look at it first; what you wrote stays with what it was written on.',
        );
      ensureStands(submission);
      if (submission.state === 'handed-back')
        throw new Problem(409, 'handed-back-already', 'This was handed back. What you wrote now is not part of it.');
      const before = await this.ink.findOneBy({ submissionId });
      if ((before?.revision ?? 0) !== revision)
        throw new Problem(
          409,
          'written-meanwhile',
          'Somebody else has written on this too, just now. Open it again to see what is there.',
        );
      const lesson = await this.lessons.forSubmission(submissionId);
      const pages = new Set(lesson ? await this.pages.idsOf(lesson.id) : []);
      const read = readPart(log, { pages, pictures: new Set() });
      if (!read.ok && !(read.reason === 'empty' && log === ''))
        throw new Problem(
          422,
          'not-ink',
          read.reason === 'too-large'
            ? 'So much ink is on these pages that no more can be kept. Take some of it off; all before is safe.'
            : 'What was written could not be read, so it was not kept. All before is safe.',
        );
      const next = revision + 1;
      const kept = { submissionId, log, forTimes: times, revision: next, byId: person.id, changedAt: new Date() };
      await this.ink.upsert(kept, ['submissionId']);
      return next;
    });
  }
}
