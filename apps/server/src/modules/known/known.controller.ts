import { Controller, Get, Param, ParseUUIDPipe } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Choice, Id, Parts, Text, When, Whole } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AuditLineDto, auditLineDto, AuditService } from '../audit/index.ts';
import { RosterPersonDto, rosterPersonDto } from '../people/index.ts';
import { KnownService } from './known.service.ts';

const PARTS = ['teacher', 'learner'] as const;
/** So many lines of who saw or changed what of them are told. */
const LINES = 50;

export class ClassOfPersonDto {
  @Id() id: string;
  @Text() name: string;
  @Choice(PARTS) part: (typeof PARTS)[number];
}
export class KnownDto extends RosterPersonDto {
  @Text({ nullable: true }) mail: string | null;
  /** What the school's other program calls them. */
  @Text({ nullable: true }) rosterKey: string | null;
  @When() createdAt: string;
  @Parts(() => ClassOfPersonDto) classes: ClassOfPersonDto[];
  /** When they last did something in a browser that is still signed in. */
  @When({ nullable: true }) lastAt: string | null;
  @Whole() devices: number;
  @Whole() lessons: number;
  @Whole() handIns: number;
  /** What they said to answers of classmates. */
  @Whole() replies: number;
  /** Worksheets that they wrote on. */
  @Whole() worksheets: number;
  /** Lessons that they opened. */
  @Whole() watched: number;
  @Whole() bytes: number;
  @Parts(() => AuditLineDto) lines: AuditLineDto[];
}

@ApiTags('people')
@Controller('api/people')
export class KnownController {
  constructor(
    private readonly known: KnownService,
    private readonly audit: AuditService,
  ) {}

  /** What is known of a person, and who of the staff saw or changed it. */
  @Get(':id')
  @For('keeper')
  @May('keep', 'person')
  @ApiOkResponse({ type: KnownDto })
  async one(@Param('id', ParseUUIDPipe) id: string): Promise<KnownDto> {
    const { person, classes, lastAt, ...counts } = await this.known.of(id);
    const lines = await this.audit.about(id, LINES);
    return {
      ...rosterPersonDto(person),
      mail: person.mail,
      rosterKey: person.rosterKey,
      createdAt: person.createdAt.toISOString(),
      classes: classes.map(({ id: classId, name, part }) => ({ id: classId, name, part })),
      lastAt: lastAt?.toISOString() ?? null,
      ...counts,
      lines: lines.map(auditLineDto),
    };
  }
}
