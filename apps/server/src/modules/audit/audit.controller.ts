import { Controller, Get, Query } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Flag, Id, Parts, Text, When } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { Matches } from 'class-validator';
import { AuditService, LINES_TOLD, type AuditLine } from './audit.service.ts';

export class AuditLineDto {
  @Text() id: string;
  @When() at: string;
  @Id() byId: string;
  /** Null for somebody who was erased. */
  @Text({ nullable: true }) by: string | null;
  /** Words that go on after the name of who did it. */
  @Text() says: string;
  @Flag() isChange: boolean;
  @Id({ nullable: true }) aboutId: string | null;
  @Text({ nullable: true }) about: string | null;
  @Text({ nullable: true }) className: string | null;
}
export class AuditDto {
  @Parts(() => AuditLineDto) lines: AuditLineDto[];
  /** Whether there are older ones. */
  @Flag() hasMore: boolean;
}
export class AuditAskedDto {
  @Text({ max: 80, optional: true }) words?: string;
  /** The id of the last line that was told. */
  @Matches(/^\d{1,18}$/, { message: 'This names no line.' })
  @Text({ max: 18, optional: true })
  before?: string;
}

export const auditLineDto = (line: AuditLine): AuditLineDto => ({
  ...{ id: line.id, at: line.at.toISOString(), byId: line.byId, by: line.byName, says: line.says },
  ...{ isChange: line.isChange, aboutId: line.aboutId, about: line.aboutName, className: line.className },
});

@ApiTags('audit')
@Controller('api/audit')
export class AuditController {
  constructor(private readonly audit: AuditService) {}

  /** Who of the staff saw or changed what of whom, the newest first. */
  @Get()
  @For('keeper')
  @ApiOkResponse({ type: AuditDto })
  async read(@Query() { words = '', before }: AuditAskedDto): Promise<AuditDto> {
    const lines = await this.audit.read({ words, before: before ?? null });
    return { lines: lines.map(auditLineDto), hasMore: lines.length === LINES_TOLD };
  }
}
