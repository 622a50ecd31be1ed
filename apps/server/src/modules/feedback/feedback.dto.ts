import { LONGEST_WORD, LONGEST_WORD_INK } from '@oakbell/core/marking';
import { Type } from 'class-transformer';
import { MediaDto } from '../access/index.ts';
import { ShownPageDto } from '../pages/index.ts';
import { Choice, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';

export class NewWordDto {
  /** May be empty where something is written on a page. */
  @Text({ max: LONGEST_WORD }) text: string;
  /** Lines of a log, all of them at 0: what is written on pages of the hand-in. */
  @Text({ min: 1, max: LONGEST_WORD_INK, optional: true }) ink?: string;
}
/** What is said besides, of what is typed and of what is spoken alike. */
export class WordAboutDto {
  /** Whether the marks are to be looked at again. */
  @Choice(['yes', 'no'], { optional: true }) again?: 'yes' | 'no';
  /** The moment of the feedback that it is about, in microseconds of its programme time. */
  @Type(() => Number)
  @Whole({ optional: true })
  at?: number;
}
export class SpokenWordDto {
  @Text({ max: 1000 }) address: string;
  @Whole() lengthMs: number;
}
export class WordDto {
  @Id() id: string;
  @Text() name: string;
  @Flag() own: boolean;
  @Flag() byTeacher: boolean;
  @Flag() again: boolean;
  /** Empty where it is spoken, or written on a page alone. */
  @Text({ max: LONGEST_WORD }) text: string;
  /** What was written on pages of the hand-in: lines of a log; nothing where nothing was. */
  @Text({ max: LONGEST_WORD_INK }) ink: string;
  @Part(() => SpokenWordDto, { nullable: true }) spoken: SpokenWordDto | null;
  /** Microseconds of the newest edition's programme time; null where it is about no moment. */
  @Whole({ nullable: true }) at: number | null;
  @When() saidAt: string;
}
export class WordsDto {
  /** Whether something can be said now. */
  @Flag() open: boolean;
  @Parts(() => WordDto) words: WordDto[];
  /** What was handed in, to write on. */
  @Parts(() => ShownPageDto) pages: ShownPageDto[];
  @Part(() => MediaDto) media: MediaDto;
}
