import { LONGEST_SEARCH, LONGEST_TAG, MOST_AT_ONCE, MOST_TAGS } from '@oakbell/core/library';
import { Choice, Decimal, Flag, Id, Ids, Part, Parts, Text, Texts, When, Whole } from '../../platform/http/index.ts';
import { COURSE_MAY, LESSON_KINDS, SAVED_AS, type CourseMay, type LessonKind, type SavedAs } from '../lessons/index.ts';
import { LESSON_RIGHTS, type LessonRight } from '../making/index.ts';

export class LibraryAskedDto {
  /** Only those in which all of these words are found. */
  @Text({ max: LONGEST_SEARCH, optional: true }) words?: string;
  /** Only those of a course or unit. */
  @Id({ optional: true }) place?: string;
  /** Only one's own that have no place. */
  @Choice(['none'], { optional: true }) without?: 'none';
  @Text({ max: LONGEST_TAG, optional: true }) tag?: string;
  /** Those that are put away, instead of the others. */
  @Choice(['yes'], { optional: true }) archived?: 'yes';
  @Choice([...SAVED_AS, 'none'], { optional: true }) savedAs?: SavedAs | 'none';
  /** Only those with something recorded. */
  @Choice(['yes'], { optional: true }) recorded?: 'yes';
  /** What the answer before said comes next. */
  @Text({ max: 80, optional: true }) after?: string;
}

export class MarkDto {
  @Whole() start: number;
  @Whole() end: number;
}
/** Where the words were found: on a page, or in its cues. */
export class FoundPlaceDto {
  @Choice(['page', 'cue']) kind: 'page' | 'cue';
  @Id() pageId: string;
  /** Counted from 1. */
  @Whole() pageNumber: number;
  @Text() text: string;
  @Parts(() => MarkDto) marks: MarkDto[];
}
export class LibraryRowDto {
  @Id() id: string;
  @Choice(LESSON_KINDS) kind: LessonKind;
  @Text() title: string;
  @Id({ nullable: true }) unitId: string | null;
  @Choice(SAVED_AS, { nullable: true }) savedAs: SavedAs | null;
  @When() updatedAt: string;
  @Whole() pages: number;
  /** Length of the programme in microseconds. */
  @Whole() length: number;
  /** Address of the picture that stands for it, if there is one. */
  @Text({ max: 1000, nullable: true }) coverAddress: string | null;
  @Flag() recorded: boolean;
  @Texts() tags: string[];
  @Flag() archived: boolean;
  @Choice(LESSON_RIGHTS) may: LessonRight;
  @Choice(COURSE_MAY) courseMay: CourseMay;
  /** Who made it, where that is somebody else. */
  @Text({ nullable: true }) owner: string | null;
  /** To how many classes it was given. */
  @Whole() classes: number;
  @Parts(() => FoundPlaceDto) places: FoundPlaceDto[];
}
export class LibraryDto {
  @Parts(() => LibraryRowDto) lessons: LibraryRowDto[];
  /** What to ask for the next ones; null where these were the last. Of what is searched for there is one answer. */
  @Text({ nullable: true }) next: string | null;
  /** More were found than are shown. */
  @Flag() more: boolean;
}
export class TagDto {
  @Text() tag: string;
  @Whole() lessons: number;
}

/** What is done to lessons at once; what is left out stays as it is. */
export class LibraryChangeDto {
  @Ids({ most: MOST_AT_ONCE }) ids: string[];
  @Id({ optional: true, nullable: true }) unitId?: string | null;
  @Flag({ optional: true }) archived?: boolean;
  @Choice(COURSE_MAY, { optional: true }) courseMay?: CourseMay;
  @Choice(SAVED_AS, { optional: true, nullable: true }) savedAs?: SavedAs | null;
  @Texts({ max: LONGEST_TAG, most: MOST_TAGS, optional: true }) addTags?: string[];
  @Texts({ max: LONGEST_TAG, most: MOST_TAGS, optional: true }) removeTags?: string[];
}
export class CopiedDto {
  @Id() id: string;
}

export class LessonUseDto {
  @Id() assignmentId: string;
  @Text() className: string;
  @When() dueAt: string;
  @Whole() learners: number;
  /** How many have begun to watch, and how much of it all of them have seen on average, 0 to 1. */
  @Whole() begun: number;
  @Decimal({ max: 1 }) seen: number;
}
export class LessonBytesDto {
  @Whole() voice: number;
  @Whole() camera: number;
  @Whole() pages: number;
  @Whole() editions: number;
}
export class NamedLessonDto {
  @Id() id: string;
  @Text() title: string;
}
export class AboutLessonDto {
  /** Where it is used, in classes that whoever asks teaches. */
  @Parts(() => LessonUseDto) uses: LessonUseDto[];
  /** In how many other classes it is used. */
  @Whole() elsewhere: number;
  /** Lessons of whoever asks that play from it. */
  @Parts(() => NamedLessonDto) playedIn: NamedLessonDto[];
  @Part(() => LessonBytesDto) bytes: LessonBytesDto;
}
