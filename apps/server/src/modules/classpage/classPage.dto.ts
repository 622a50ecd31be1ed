import { Flag, Id, Part, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { ClassUnitDto, TopicDto } from '../outline/index.ts';
import { DeskItemDto } from '../today/index.ts';

class PlacedDto {
  /** Outside all units when null. */
  @Id({ nullable: true }) unitId: string | null;
  /** For no day when null; yyyy-mm-dd. */
  @Text({ max: 10, nullable: true }) day: string | null;
  /** Its place among the others of its unit and day; of two that have the same, the one that comes first is first. */
  @Whole() place: number;
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
  @Parts(() => PageItemDto) items: PageItemDto[];
}
/** The same as a learner of the class meets it. */
export class OwnPageItemDto extends PlacedDto {
  @Id() id: string;
  @When() givenAt: string;
  @Part(() => DeskItemDto) work: DeskItemDto;
}
export class OwnClassPageDto extends OutlinedDto {
  @Parts(() => OwnPageItemDto) items: OwnPageItemDto[];
}
/** A class that somebody learns in. */
export class OwnClassDto {
  @Id() id: string;
  @Text() name: string;
  @Text() course: string;
}
