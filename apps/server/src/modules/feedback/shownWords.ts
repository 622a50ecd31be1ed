import { Injectable } from '@nestjs/common';
import { micros } from '@oakbell/core/clock';
import { programmeTimeOf } from '@oakbell/core/edits';
import { voiceKey } from '@oakbell/core/media';
import type { SignedIn } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { LessonsService } from '../lessons/index.ts';
import { PeopleService } from '../people/index.ts';
import { ShownHandIn, type Submission } from '../submissions/index.ts';
import type { WordsDto } from './feedback.dto.ts';
import { FeedbackWords } from './feedbackWords.service.ts';

/** A thread about feedback as somebody sees it, on the axis of its newest edition. */
@Injectable()
export class ShownWords {
  constructor(
    private readonly words: FeedbackWords,
    private readonly editions: EditionsService,
    private readonly lessons: LessonsService,
    private readonly people: PeopleService,
    private readonly media: MediaService,
    private readonly assignments: AssignmentsService,
    private readonly handIn: ShownHandIn,
  ) {}

  async of(person: SignedIn, submission: Submission): Promise<WordsDto> {
    const all = await this.words.of(submission.id);
    const people = await this.people.byIds([...new Set(all.map(({ byId }) => byId))]);
    const lesson = await this.lessons.forSubmission(submission.id);
    const edition = lesson && (await this.editions.newestReady(lesson.id));
    const programme = edition && (await this.editions.programmes([edition.id])).get(edition.id);
    const words = all.map(async ({ id, byId, byTeacher, again, text, ink, voice, voiceMs, sourceId, atTime, at }) => ({
      ...{ id, byTeacher, again, text, ink: ink ?? '', own: byId === person.id, name: people.get(byId)?.name ?? '' },
      spoken:
        voice === null
          ? null
          : {
              address: await this.media.address(person, [`hand-in:${submission.id}`], voiceKey(voice)),
              lengthMs: voiceMs ?? 0,
            },
      at:
        programme && sourceId !== null && atTime !== null
          ? programmeTimeOf(programme, { sourceId, time: micros(atTime) })
          : null,
      saidAt: at.toISOString(),
    }));
    const { worksheetId } = await this.assignments.get(submission.assignmentId);
    return {
      open: submission.state === 'handed-back',
      words: await Promise.all(words),
      ...(await this.handIn.pagesFor(person, { id: submission.id, lessonId: lesson?.id ?? null, worksheetId })),
    };
  }
}
