import { PUNCTUAL, type Punctual } from '@oakbell/core/assigning';
import { Choice, Day, Decimal, Id, Numbers, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';

export class RangeDto {
  @Whole() start: number;
  @Whole() end: number;
}
/** What a learner's devices said was played and cannot have been. */
export class UncountedDto {
  @Whole() reports: number;
  /** What they claim to have played, in ms of the clock. */
  @Whole() claimedMs: number;
  @When() lastAt: string;
}
export class WatchedLearnerDto {
  @Id() id: string;
  @Text() name: string;
  @Decimal({ max: 1 }) share: number;
  @Parts(() => RangeDto) ranges: RangeDto[];
  /** What of it was played more than once. */
  @Parts(() => RangeDto) again: RangeDto[];
  @Whole() replayed: number;
  @When({ nullable: true }) firstAt: string | null;
  @When({ nullable: true }) lastAt: string | null;
  /** How often they sat down to it, and on how many days of the school. */
  @Whole() times: number;
  @Whole() days: number;
  /** Whether they had watched enough of it when it was due for them; null where they have not watched enough. */
  @Choice(PUNCTUAL, { nullable: true }) done: Punctual | null;
  /** When they were reminded last. */
  @When({ nullable: true }) remindedAt: string | null;
  /** Null where all of it was counted. */
  @Part(() => UncountedDto, { nullable: true }) uncounted: UncountedDto | null;
}
export class WatchedLessonDto {
  @Id() id: string;
  @Text() title: string;
}
export class WhichLessonDto {
  /** One of its lessons; the first when left out. */
  @Id({ optional: true }) lesson?: string;
}
/** What was watched on one day by the school's clock. */
export class WatchedDayDto {
  @Day() day: string;
  @Whole() learners: number;
  /** Of the lesson, in ms. */
  @Whole() playedMs: number;
}
export class WatchedDto {
  @Id() assignmentId: string;
  @Id() classId: string;
  /** What it is called, and who has it. */
  @Text() title: string;
  @Text() className: string;
  @When() dueAt: string;
  /** Its lessons, in their order; the others tell of one of them. */
  @Parts(() => WatchedLessonDto) lessons: WatchedLessonDto[];
  @Id() lessonId: string;
  /** From how much of it on it counts as watched, in per cent. */
  @Whole() watchedPercent: number;
  /** The edition whose axis everything is shown on; null before one is ready. */
  @Id({ nullable: true }) editionId: string | null;
  @Whole() length: number;
  /** Mean plays per learner, for each hundredth of the lesson. */
  @Numbers() warmth: number[];
  /** The days on which it was watched, in their order. */
  @Parts(() => WatchedDayDto) days: WatchedDayDto[];
  @Parts(() => WatchedLearnerDto) learners: WatchedLearnerDto[];
}

/** How one class has watched one lesson. */
export class WatchedClassDto {
  @Id() assignmentId: string;
  @Text() className: string;
  @When() dueAt: string;
  @Whole() learners: number;
  /** How many of them have begun; have watched as far as is asked; and that by when it was due for them. */
  @Whole() begun: number;
  @Whole() watched: number;
  @Whole() onTime: number;
  /** Of all learners, those who have not begun too. */
  @Decimal({ max: 1 }) meanShare: number;
  /** Of the newest edition; 0 before one is ready. */
  @Whole() length: number;
  /** Mean plays per learner, for each hundredth of the lesson. */
  @Numbers() warmth: number[];
}
/** How one learner has watched one lesson that they were given. */
export class LearnerLessonDto {
  @Id() assignmentId: string;
  @Id() lessonId: string;
  @Text() title: string;
  /** For this learner, with the extra time that they need. */
  @When() dueAt: string;
  @Whole() watchedPercent: number;
  /** Of its newest edition; 0 before one is ready. */
  @Whole() length: number;
  @Decimal({ max: 1 }) share: number;
  @Whole() replayed: number;
  @Parts(() => RangeDto) ranges: RangeDto[];
  @When({ nullable: true }) firstAt: string | null;
  @When({ nullable: true }) lastAt: string | null;
  @Choice(PUNCTUAL, { nullable: true }) done: Punctual | null;
}
export class LearnerWatchedDto {
  @Id() learnerId: string;
  @Text() name: string;
  @Text() className: string;
  @Parts(() => LearnerLessonDto) lessons: LearnerLessonDto[];
}
