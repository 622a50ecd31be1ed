import { marksOf, readParts } from '@oakbell/core/worksheets';
import { pictureKey } from '@oakbell/core/media';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { Acts } from '../../platform/acts/index.ts';
import { notFound, Problem } from '../../platform/http/index.ts';
import { endsWith, JobHandlers, JobsService } from '../../platform/jobs/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { STORAGE, type Storage } from '../../platform/storage/index.ts';
import { storeTurned, type StoredPicture } from '../files/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PageEditing, PagesService, type PageEntity } from '../pages/index.ts';
import { ensureStands, SubmissionsService, type Submission } from '../submissions/index.ts';
import { TakesService } from '../takes/index.ts';
import { MarkInk } from './markInk.service.ts';
import { SecondMarks } from './secondMarks.service.ts';

const TURN = 'turn-page';

/** A page of a hand-in, and the picture of it that somebody sees. */
export interface SeenPage {
  readonly submissionId: string;
  readonly page: string;
  readonly picture: string;
}

/** Sheets that were photographed or scanned lying on their side are turned upright by whoever marks them. */
@Injectable()
export class PageTurning implements OnModuleInit {
  constructor(
    private readonly submissions: SubmissionsService,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly editing: PageEditing,
    private readonly takes: TakesService,
    private readonly ink: MarkInk,
    private readonly second: SecondMarks,
    private readonly jobs: JobsService,
    private readonly handlers: JobHandlers,
    private readonly acts: Acts,
    @Inject(STORAGE) private readonly storage: Storage,
  ) {}

  onModuleInit(): void {
    this.handlers.register(TURN, 'look', async ({ input }) => {
      const { picture } = input as { readonly picture: string };
      return endsWith(await storeTurned(this.storage, await this.storage.read(pictureKey(picture))));
    });
  }

  /**
   * Turns a page by a quarter to the right, for everybody who sees it. A page that has another picture by now, because
   * it was turned already, stays as it is.
   * @throws Problem `not-found`, `handed-back-already`, `marked-unseen`, `not-a-picture`, `written-on`, `spoken-on`
   */
  async turn(person: Person, seen: SeenPage): Promise<PageEntity> {
    const { page: before } = await this.#turnable(person, seen);
    if (before.picture !== seen.picture) return before;
    const { submissionId: subjectId, picture } = seen;
    const job = { kind: TURN, ownerId: person.id, subjectId, input: { picture } };
    const turned = await this.jobs.perform<StoredPicture>(job);
    return this.acts.do(async () => {
      await this.submissions.lock(subjectId);
      const { page, submission } = await this.#turnable(person, seen);
      if (page.picture !== picture) return page;
      await this.submissions.tell(submission);
      return this.editing.turnPicture(page, turned);
    });
  }

  async #turnable(
    person: Person,
    { submissionId, page: pageId }: SeenPage,
  ): Promise<{ readonly page: PageEntity; readonly submission: Submission }> {
    const submission = await this.submissions.one(submissionId);
    const lesson = submission && (await this.lessons.forSubmission(submission.id));
    if (!lesson) throw notFound('hand-in');
    await this.second.ensureShown(person.id, submission);
    ensureStands(submission);
    if (submission.state === 'handed-back')
      throw new Problem(409, 'handed-back-already', 'This was handed back. Its pages stay as they are.');
    const page = await this.pages.pageOf(lesson.id, pageId);
    const isPicture = page.kind === 'document' || page.kind === 'slide';
    if (!isPicture || page.picture === null || page.whole || page.things.length > 0)
      throw new Problem(422, 'not-a-picture', 'Only a page that is a picture by itself can be turned.');
    const { log } = await this.ink.of(submission);
    if ((marksOf(readParts([log]), [pageId]).get(pageId) ?? []).length > 0)
      throw new Problem(
        422,
        'written-on',
        'Something is written on this page already. Take it off first; then it can be turned.',
      );
    if ((await this.takes.ofLesson(lesson.id)).length > 0)
      throw new Problem(
        422,
        'spoken-on',
        'You have spoken on this hand-in already, so its pages stay the way they were then.',
      );
    return { page, submission };
  }
}
