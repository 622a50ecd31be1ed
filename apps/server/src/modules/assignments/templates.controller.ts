import { Body, Controller, Delete, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import type { AssignmentTemplateEntity } from './assignment.entity.ts';
import { TemplateDto, TemplateFactsDto, termsOf } from './assignments.dto.ts';
import { TemplatesService } from './templates.service.ts';

const templateDto = ({ ownerId: _, ...rest }: AssignmentTemplateEntity): TemplateDto => rest;

/** What a teacher asks for again and again: their own, and nobody else's. */
@ApiTags('assignments')
@Controller('api/assignment-templates')
export class TemplatesController {
  constructor(private readonly templates: TemplatesService) {}

  @Get()
  @For('teacher')
  @ApiOkResponse({ type: [TemplateDto] })
  async mine(@By() person: SignedIn): Promise<TemplateDto[]> {
    return (await this.templates.of(person.id)).map(templateDto);
  }

  /** Keeps a template; one of the same name is replaced. */
  @Put()
  @For('teacher')
  @ApiOkResponse({ type: TemplateDto })
  async keep(@By() person: SignedIn, @Body() body: TemplateFactsDto): Promise<TemplateDto> {
    return templateDto(await this.templates.keep(person.id, body.name.trim(), termsOf(body)));
  }

  @Delete(':id')
  @HttpCode(204)
  @For('teacher')
  @May('own', 'template')
  @ApiNoContentResponse()
  async remove(@By() person: SignedIn, @Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.templates.remove(id);
  }
}
