import { LONGEST_QUESTION, LONGEST_REPLY_TO_QUESTION, SIGNS, type Sign } from '@oakbell/core/asking';
import { Type } from 'class-transformer';
import { Choice, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';

/** A moment of an edition, in microseconds of programme time. */
export class MomentDto {
  @Id() edition: string;
  @Type(() => Number)
  @Whole()
  at: number;
}
export class NewQuestionDto {
  @Text({ min: 1, max: LONGEST_QUESTION }) text: string;
}
export class NewSignDto {
  @Choice(SIGNS) kind: Sign;
  /** Whether it is given, or taken back. */
  @Flag() on: boolean;
}
export class NewAnswerDto {
  @Text({ min: 1, max: LONGEST_REPLY_TO_QUESTION }) text: string;
  /** Whether the class sees question and answer, or only who asked. */
  @Flag() forClass: boolean;
}
export class ForWhomDto {
  @Choice(['class', 'asker']) to: 'class' | 'asker';
}
export class OpenToQuestionsDto {
  @Flag() asking: boolean;
}
export class SpokenDto {
  @Text({ max: 1000 }) address: string;
  @Whole() lengthMs: number;
}
export class AnsweredDto {
  /** Empty where it is spoken. */
  @Text({ max: LONGEST_REPLY_TO_QUESTION }) text: string;
  @Part(() => SpokenDto, { nullable: true }) spoken: SpokenDto | null;
  @Text() name: string;
  @When() at: string;
}
export class QuestionDto {
  @Id() id: string;
  /** Microseconds of the newest edition's programme time; null where the moment is in it no more. */
  @Whole({ nullable: true }) at: number | null;
  /** Empty where it is spoken. */
  @Text({ max: LONGEST_QUESTION }) text: string;
  @Part(() => SpokenDto, { nullable: true }) spoken: SpokenDto | null;
  @Flag() own: boolean;
  /** Who asked: told to their teachers alone. */
  @Text({ nullable: true }) name: string | null;
  @When() askedAt: string;
  /** Whether the class sees it. */
  @Flag() forClass: boolean;
  @Part(() => AnsweredDto, { nullable: true }) answer: AnsweredDto | null;
}
export class SignMarkDto {
  @Choice(SIGNS) kind: Sign;
  @Whole() at: number;
  /** How many say so; nobody's name. */
  @Whole() learners: number;
}
export class QuestionsDto {
  /** Whether learners may ask now. */
  @Flag() asking: boolean;
  @Parts(() => QuestionDto) questions: QuestionDto[];
  /** One's own; for who teaches them, those of all learners. */
  @Parts(() => SignMarkDto) signs: SignMarkDto[];
}
