import { Injectable } from '@nestjs/common';
import { signMarks } from '@oakbell/core/asking';
import { micros } from '@oakbell/core/clock';
import { programmeTimeOf, type Programme } from '@oakbell/core/edits';
import { voiceKey } from '@oakbell/core/media';
import { notFound } from '../../platform/http/index.ts';
import type { SignedIn } from '../../platform/sessions/index.ts';
import { MediaService } from '../access/index.ts';
import { AssignmentsService } from '../assignments/index.ts';
import { EditionsService } from '../editions/index.ts';
import { PeopleService } from '../people/index.ts';
import type { QuestionEntity } from './question.entity.ts';
import type { QuestionDto, QuestionsDto, SpokenDto } from './questions.dto.ts';
import { QuestionsService, scopeOf } from './questions.service.ts';
import { SignsService } from './signs.service.ts';

/** Questions and signs as somebody sees them, on the axis of the newest edition. */
@Injectable()
export class ShownQuestions {
  constructor(
    private readonly questions: QuestionsService,
    private readonly signs: SignsService,
    private readonly assignments: AssignmentsService,
    private readonly editions: EditionsService,
    private readonly people: PeopleService,
    private readonly media: MediaService,
  ) {}

  /** All of a lesson, for who teaches them; for a learner their own, and what was answered before the class. */
  async of(person: SignedIn, assignmentId: string, lessonId: string): Promise<QuestionsDto> {
    const { asking, lessonIds } = await this.assignments.get(assignmentId);
    if (!lessonIds.includes(lessonId)) throw notFound('lesson');
    const teaches = person.role === 'teacher';
    const learnerId = teaches ? undefined : person.id;
    const seen = await this.questions.of(assignmentId, lessonId, learnerId);
    const signs = await this.signs.of(assignmentId, lessonId, learnerId);
    const programme = await this.#programme(lessonId);
    const placed = signs.flatMap(({ kind, byId, ...at }) => {
      const time = placeOf(programme, at);
      return time === null ? [] : [{ kind, by: byId, at: time }];
    });
    const marks = teaches ? signMarks(placed) : placed.map(({ kind, at }) => ({ kind, at, learners: 1 }));
    return { asking, questions: await this.#dtos(person, seen, programme), signs: [...marks] };
  }

  async one(person: SignedIn, question: QuestionEntity): Promise<QuestionDto> {
    const [shown] = await this.#dtos(person, [question], await this.#programme(question.lessonId));
    if (!shown) throw notFound('question');
    return shown;
  }

  async #programme(lessonId: string): Promise<Programme | null> {
    const edition = await this.editions.newestReady(lessonId);
    return edition ? ((await this.editions.programmes([edition.id])).get(edition.id) ?? null) : null;
  }

  async #dtos(person: SignedIn, all: readonly QuestionEntity[], programme: Programme | null): Promise<QuestionDto[]> {
    const ids = all.flatMap(({ byId, answeredById }) => (answeredById === null ? [byId] : [byId, answeredById]));
    const people = await this.people.byIds([...new Set(ids)]);
    const nameOf = (id: string | null): string => people.get(id ?? '')?.name ?? '';
    const spoken = async (id: string, voice: string | null, lengthMs: number | null): Promise<SpokenDto | null> =>
      voice === null
        ? null
        : { address: await this.media.address(person, [scopeOf(id)], voiceKey(voice)), lengthMs: lengthMs ?? 0 };
    return Promise.all(
      all.map(async (one): Promise<QuestionDto> => {
        const { id, text, byId, at, forClass, answeredAt } = one;
        const own = byId === person.id;
        return {
          ...{ id, text, own, forClass, askedAt: at.toISOString() },
          at: placeOf(programme, one),
          spoken: await spoken(id, one.voice, one.voiceMs),
          name: own || person.role === 'teacher' ? nameOf(byId) : null,
          answer: answeredAt && {
            text: one.answer,
            spoken: await spoken(id, one.answerVoice, one.answerVoiceMs),
            ...{ name: nameOf(one.answeredById), at: answeredAt.toISOString() },
          },
        };
      }),
    );
  }
}

const placeOf = (
  programme: Programme | null,
  { sourceId, atTime }: { readonly sourceId: string; readonly atTime: number },
): number | null => programme && programmeTimeOf(programme, { sourceId, time: micros(atTime) });
