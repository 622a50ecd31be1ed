import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { leftToType, MOST_CAPTIONS, spokenStretches, takesHeard, type CaptionLine } from '@oakbell/core/captions';
import { micros, type TimeRange } from '@oakbell/core/clock';
import { In, Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { EditsService, LessonsService, type Lesson } from '../lessons/index.ts';
import { isFinished, takeLength, TakeMaterialService, TakesService } from '../takes/index.ts';
import { CaptionLineEntity } from './captionLine.entity.ts';

/** A line as it is to be, and as whoever types it saw it; null for none. */
export interface TypedLine extends Omit<CaptionLine, 'text'> {
  readonly text: string | null;
  readonly was: string | null;
}
/** What is said in a lesson, and where something is said at all. */
export interface LessonCaptions {
  readonly lines: readonly CaptionLine[];
  readonly stretches: readonly (TimeRange & { readonly takeId: string })[];
}

/** What is said in takes, typed by hand. It belongs to the voice: each lesson that plays it has it. */
@Injectable()
export class CaptionsService {
  constructor(
    @InjectRepository(CaptionLineEntity) private readonly rows: Repository<CaptionLineEntity>,
    private readonly lessons: LessonsService,
    private readonly edits: EditsService,
    private readonly takes: TakesService,
    private readonly material: TakeMaterialService,
    private readonly acts: Acts,
  ) {}

  async ofTakes(takeIds: readonly string[]): Promise<readonly CaptionLine[]> {
    if (takeIds.length === 0) return [];
    const order = { takeId: 'ASC', startAt: 'ASC' } as const;
    const found = await this.rows.find({ where: { takeId: In([...takeIds]) }, order });
    return found.map(({ takeId, startAt: start, endAt: end, text }) => ({ takeId, start, end, text }));
  }

  /** What is heard in a lesson. Not in an act: what is not known of a voice yet is listened to first. */
  async ofLesson(lessonId: string): Promise<LessonCaptions> {
    const ids = takesHeard(await this.edits.of(await this.lessons.get(lessonId)));
    const stretches: (TimeRange & { takeId: string })[] = [];
    for (const take of (await this.takes.byIds(ids)).filter(isFinished)) {
      const { rests } = await this.material.analysis(take);
      for (const one of spokenStretches(rests, takeLength(take))) stretches.push({ ...one, takeId: take.id });
    }
    return { lines: await this.ofTakes(ids), stretches };
  }

  /** How many stretches of a lesson nobody has typed yet. Of a voice that nobody listened through yet nothing is. */
  async leftIn(lesson: Lesson): Promise<number> {
    const edits = await this.edits.of(lesson);
    const ids = takesHeard(edits);
    const ofTake = new Map<string, readonly TimeRange[]>();
    for (const take of (await this.takes.byIds(ids)).filter(isFinished)) {
      const { rests = [] } = (await this.material.analysisIfKnown(take)) ?? {};
      ofTake.set(take.id, spokenStretches(rests, takeLength(take)));
    }
    return leftToType(edits, await this.ofTakes(ids), (takeId) => ofTake.get(takeId) ?? []).length;
  }

  /**
   * Types, changes and takes away lines of takes that a lesson plays, all or nothing.
   * @throws Problem `not-of-this-lesson`, `too-many-captions`, `captions-overlap`, `typed-meanwhile` where a line is not as it was seen
   */
  async type(lessonId: string, typed: readonly TypedLine[]): Promise<void> {
    await this.acts.do(async () => {
      const lesson = await this.lessons.locked(lessonId);
      const takes = new Map((await this.takes.playedBy(lesson)).map((take) => [take.id, take]));
      for (const { takeId, start, end } of typed) {
        const take = takes.get(takeId);
        if (!take || start >= end || end > takeLength(take))
          throw new Problem(422, 'not-of-this-lesson', 'This is no stretch of what is heard in this lesson.');
      }
      const ids = [...new Set(typed.map((one) => one.takeId))];
      const there = new Map((await this.ofTakes(ids)).map((line) => [nameOf(line), line]));
      for (const line of typed) {
        if ((there.get(nameOf(line))?.text ?? null) !== line.was)
          throw new Problem(
            409,
            'typed-meanwhile',
            'Somebody else typed there meanwhile. Look at what is there; what you typed is still here.',
          );
        if (line.text === null) there.delete(nameOf(line));
        else there.set(nameOf(line), { ...line, text: line.text });
      }
      for (const id of ids) ensureInOrder([...there.values()].filter(({ takeId }) => takeId === id));
      for (const { takeId, start, end, text } of typed) {
        const line = { takeId, startAt: micros(start) };
        if (text === null) await this.rows.delete(line);
        else await this.rows.upsert({ ...line, endAt: micros(end), text: text.trim() }, ['takeId', 'startAt']);
      }
      await this.lessons.changed(lessonId);
    });
  }
}

/** @throws Problem `too-many-captions`; `captions-overlap` where two are for the same moment */
function ensureInOrder(lines: readonly CaptionLine[]): void {
  if (lines.length > MOST_CAPTIONS)
    throw new Problem(422, 'too-many-captions', `A recording can have ${MOST_CAPTIONS} lines of captions.`);
  const inOrder = lines.toSorted((a, b) => a.start - b.start);
  if (inOrder.some(({ start }, i) => start < (inOrder[i - 1]?.end ?? 0)))
    throw new Problem(
      422,
      'captions-overlap',
      'Two lines of captions would be for the same moment. Nothing was changed.',
    );
}

const nameOf = ({ takeId, start }: Pick<CaptionLine, 'takeId' | 'start'>): string => `${takeId} ${start}`;
