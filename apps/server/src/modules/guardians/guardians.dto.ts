import { LONGEST_GUARDIAN_DAYS } from '@oakbell/core/people';
import { Choice, Decimal, Flag, Id, Part, Text, When, Whole } from '../../platform/http/index.ts';
import { MediaDto } from '../access/index.ts';

export class NewGuardianLinkDto {
  @Id() learnerId: string;
  /** One of the lessons; what came back on the learner's own work when null. */
  @Id({ nullable: true }) lessonId: string | null;
  @Whole({ min: 1, max: LONGEST_GUARDIAN_DAYS }) days: number;
}
export class GuardianLinkDto {
  @Id() id: string;
  @Id() learnerId: string;
  @Id({ nullable: true }) lessonId: string | null;
  /** Of the lesson; empty for what came back. */
  @Text() lessonTitle: string;
  /** Where it is opened. */
  @Text() path: string;
  @When() until: string;
  /** It opens nothing any more: it was withdrawn, or its time is over. */
  @Flag() ended: boolean;
  @When({ nullable: true }) firstOpenedAt: string | null;
  @When({ nullable: true }) lastOpenedAt: string | null;
  @Whole() timesOpened: number;
}
/** One piece of one child, as a guardian sees it. */
export class GuardianViewDto {
  @Choice(['feedback', 'lesson']) kind: 'feedback' | 'lesson';
  @Text() childName: string;
  @Text() title: string;
  /** The zone in which days and times are told, by its IANA name. */
  @Text() timeZone: string;
  /** When the link ends. */
  @When() until: string;
  @Decimal({ nullable: true }) points: number | null;
  @Whole({ nullable: true }) outOf: number | null;
  @Text() comment: string;
  @When({ nullable: true }) handedBackAt: string | null;
  /** What is heard and watched; null where nothing was spoken, or it is still being made. */
  @Id({ nullable: true }) editionId: string | null;
  @Id({ nullable: true }) lessonId: string | null;
  @Part(() => MediaDto, { nullable: true }) media: MediaDto | null;
  @Flag() spoken: boolean;
}
