import { Day, Decimal, Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { ClassUnitDto, TopicDto } from '../outline/index.ts';
import { DeskItemDto } from '../today/index.ts';

class PlacedDto {
  /** Outside all units when null. */
  @Id({ nullable: true }) unitId: string | null;
  /** For no day when null; yyyy-mm-dd. */
  @Day({ nullable: true }) day: string | null;
  /** Its place among the others of its unit and day; of two that have the same, the one that comes first is first. */
  @Whole() place: number;
}
/** A short recording that stands on a class page until its day is over. */
class WordDto {
  @Id() id: string;
  @Id() lessonId: string;
  @Text() title: string;
  @Text() teacherName: string;
  /** In microseconds; 0 while it is being made ready. */
  @Whole() length: number;
}
export class PageWordDto extends WordDto {
  /** How many of the class have begun to hear it. */
  @Whole() heard: number;
}
export class OwnPageWordDto extends WordDto {
  /** How much of it was heard, from 0 to 1. */
  @Decimal({ max: 1 }) share: number;
}
/** Something that was given, on the page of its class as who teaches it sees it. */
export class PageItemDto extends PlacedDto {
  @Id() id: string;
  /** The first of its lessons. */
  @Id() lessonId: string;
  @Text() title: string;
  /** Who of the class has it; empty where all do. */
  @Text() whom: string;
  @When() dueAt: string;
  @Flag() handIn: boolean;
  /** How many have it, how many of them have begun to watch, and how many hand-ins wait to be marked. */
  @Whole() learners: number;
  @Whole() begun: number;
  @Whole() waiting: number;
}
class OutlinedDto {
  @Id() id: string;
  @Text() name: string;
  @Text() course: string;
  /** In their order. */
  @Parts(() => ClassUnitDto) units: ClassUnitDto[];
  @Parts(() => TopicDto) topics: TopicDto[];
}
export class ClassPageDto extends OutlinedDto {
  @Whole() learners: number;
  @Parts(() => PageWordDto) words: PageWordDto[];
  @Parts(() => PageItemDto) items: PageItemDto[];
}
/** The same as a learner of the class meets it. */
export class OwnPageItemDto extends PlacedDto {
  @Id() id: string;
  @When() givenAt: string;
  @Part(() => DeskItemDto) work: DeskItemDto;
}
export class OwnClassPageDto extends OutlinedDto {
  @Parts(() => OwnPageWordDto) words: OwnPageWordDto[];
  @Parts(() => OwnPageItemDto) items: OwnPageItemDto[];
}
/** A class that somebody learns in. */
export class OwnClassDto {
  @Id() id: string;
  @Text() name: string;
  @Text() course: string;
}
