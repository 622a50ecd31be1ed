import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_WORDS_WAITING } from '@oakbell/core/marking';
import { clampTime, micros, ZERO } from '@oakbell/core/clock';
import { sourceTimeAt } from '@oakbell/core/edits';
import { readPart } from '@oakbell/core/worksheets';
import { randomUUID } from 'node:crypto';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { FileClaims } from '../../platform/storage/index.ts';
import { EditionsService } from '../editions/index.ts';
import { claimVoices, type StoredVoice } from '../files/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PagesService } from '../pages/index.ts';
import { SubmissionsService, type Submission } from '../submissions/index.ts';
import { FeedbackWordEntity } from './feedbackWord.entity.ts';

/** What somebody says: typed and written on pages, or spoken and kept already. */
export type Said = { readonly text: string; readonly ink: string | null } | StoredVoice;
/** What is said besides: whether the marks are to be looked at again, and the moment it is about, in programme time. */
export interface Besides {
  readonly again: boolean;
  readonly at: number | null;
}
/** Something that was said about the feedback on a piece of work. */
export interface SaidAbout {
  readonly id: string;
  readonly assignmentId: string;
  readonly at: Date;
}
/** What waits for a teacher in a thread: how much was said since they last said something, and whether to look again. */
export interface Waiting {
  readonly words: number;
  readonly again: boolean;
}

/** What a learner and their teachers say to each other about feedback: one thread for each hand-in, found by both. */
@Injectable()
export class FeedbackWords implements OnModuleInit {
  constructor(
    @InjectRepository(FeedbackWordEntity) private readonly words: Repository<FeedbackWordEntity>,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly submissions: SubmissionsService,
    private readonly claims: FileClaims,
    private readonly acts: Acts,
  ) {}

  onModuleInit(): void {
    claimVoices(this.claims, async (digests) => {
      const found = await this.words.find({ where: { voice: In([...digests]) }, select: { voice: true } });
      return new Set(found.flatMap(({ voice }) => voice ?? []));
    });
  }

  /** The oldest first. */
  async of(submissionId: string): Promise<readonly FeedbackWordEntity[]> {
    return this.words.find({ where: { submissionId }, order: { at: 'ASC', id: 'ASC' } });
  }

  /** What waits for a teacher, by hand-in; nothing for those where nothing does. */
  async waitingOf(submissionIds: readonly string[]): Promise<ReadonlyMap<string, Waiting>> {
    if (submissionIds.length === 0) return new Map();
    const rows = (await this.words.query(
      `SELECT w.submissionId AS id, COUNT(*) AS words, MAX(w.again) AS again FROM feedback_word w
       LEFT JOIN (SELECT submissionId, MAX(at) AS at FROM feedback_word WHERE byTeacher = 1 AND submissionId IN (?)
         GROUP BY submissionId) last ON last.submissionId = w.submissionId
       WHERE w.submissionId IN (?) AND w.byTeacher = 0 AND (last.at IS NULL OR w.at > last.at) GROUP BY w.submissionId`,
      [submissionIds, submissionIds],
    )) as { id: string; words: string; again: number }[];
    return new Map(rows.map(({ id, words, again }) => [id, { words: Number(words), again: Number(again) === 1 }]));
  }

  /** What learners said about feedback after a moment and no teacher has answered, in the classes that somebody teaches. */
  async waitingFor(teacherId: string, since: Date): Promise<readonly SaidAbout[]> {
    return (await this.words.query(
      `SELECT w.id, s.assignmentId, w.at FROM membership m JOIN assignment a ON a.classId = m.classId
       JOIN submission s ON s.assignmentId = a.id JOIN feedback_word w ON w.submissionId = s.id
       WHERE m.personId = ? AND m.part = 'teacher' AND w.byTeacher = 0 AND w.at > ?
       AND NOT EXISTS(SELECT 1 FROM feedback_word t WHERE t.submissionId = s.id AND t.byTeacher = 1 AND t.at > w.at)`,
      [teacherId, since],
    )) as SaidAbout[];
  }

  /** What teachers said to a learner about their feedback after a moment. */
  async saidTo(learnerId: string, since: Date): Promise<readonly SaidAbout[]> {
    return (await this.words.query(
      `SELECT w.id, s.assignmentId, w.at FROM submission s JOIN feedback_word w ON w.submissionId = s.id
       WHERE (s.learnerId = ? OR s.partnerId = ?) AND w.byTeacher = 1 AND w.at > ?`,
      [learnerId, learnerId, since],
    )) as SaidAbout[];
  }

  /** Says no before something is recorded and sent in vain. @throws Problem as for `say` */
  async ensureMay(submission: Submission, byTeacher: boolean): Promise<void> {
    if (submission.state !== 'handed-back')
      throw new Problem(409, 'not-handed-back', 'There is no feedback on this yet, so nothing was sent.');
    if (byTeacher) return;
    const waiting = (await this.waitingOf([submission.id])).get(submission.id)?.words ?? 0;
    if (waiting >= MOST_WORDS_WAITING)
      throw new Problem(
        409,
        'too-many-words',
        `${MOST_WORDS_WAITING} of your answers wait for your teacher. Nothing was sent; go on when they have answered.`,
      );
  }

  /** @throws Problem `not-handed-back`, `too-many-words`, `nothing-said`, `not-ink` */
  async say(person: Person, submissionId: string, said: Said, besides: Besides): Promise<FeedbackWordEntity> {
    return this.acts.do(async () => {
      const submission = await this.submissions.locked(submissionId);
      const byTeacher = person.role === 'teacher';
      await this.ensureMay(submission, byTeacher);
      if ('text' in said) await this.#ensureSaid(submission, said);
      const place = await this.#placeOf(submission, besides.at);
      const word = this.words.create({
        ...{ id: randomUUID(), submissionId, byId: person.id, byTeacher, again: besides.again && !byTeacher },
        ...('text' in said ? { ...said, voice: null, voiceMs: null } : { text: '', ink: null, ...said }),
        ...{ sourceId: place?.sourceId ?? null, atTime: place?.time ?? null, at: new Date() },
      });
      await this.words.insert(word);
      await this.submissions.tell(submission);
      return word;
    });
  }

  async #ensureSaid(submission: Submission, { text, ink }: { readonly text: string; readonly ink: string | null }) {
    if (ink === null) {
      if (text.trim() === '')
        throw new Problem(422, 'nothing-said', 'There is nothing in it yet, so nothing was sent.');
      return;
    }
    const lesson = await this.lessons.forSubmission(submission.id);
    const pages = new Set(lesson ? await this.pages.idsOf(lesson.id) : []);
    if (readPart(ink, { pages, pictures: new Set() }).ok) return;
    throw new Problem(422, 'not-ink', 'What was written on the page could not be read, so nothing was sent.');
  }

  /** A moment of the newest edition of the feedback, in the time of what was recorded; null where nothing was. */
  async #placeOf(submission: Submission, at: number | null) {
    const lesson = at === null ? null : await this.lessons.forSubmission(submission.id);
    const edition = lesson && (await this.editions.newestReady(lesson.id));
    const programme = edition && (await this.editions.programmes([edition.id])).get(edition.id);
    if (at === null || !programme) return null;
    return sourceTimeAt(programme, clampTime(micros(at), ZERO, programme.length));
  }
}
