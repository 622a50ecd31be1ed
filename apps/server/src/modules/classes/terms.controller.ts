import { LONGEST_TERM, MOST_TERMS } from '@oakbell/core/people';
import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { ArrayMaxSize, IsArray, IsUUID } from 'class-validator';
import { Id, Parts, Text, Whole } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { TermsService } from './terms.service.ts';

export class TermFactsDto {
  @Text({ min: 1, max: LONGEST_TERM }) name: string;
  @Text({ min: 10, max: 10 }) from: string;
  @Text({ min: 10, max: 10 }) to: string;
}
export class TermDto extends TermFactsDto {
  @Id() id: string;
  /** How many classes are in it. */
  @Whole() classes: number;
}
export class ChangedTermDto extends TermFactsDto {
  /** Null for a new one. */
  @Id({ nullable: true }) id: string | null;
}
export class TermChangesDto {
  @ArrayMaxSize(MOST_TERMS)
  @Parts(() => ChangedTermDto)
  terms: ChangedTermDto[];
  @IsArray()
  @ArrayMaxSize(MOST_TERMS)
  @IsUUID('all', { each: true })
  @ApiProperty({ type: [String] })
  removed: string[];
}

/** When the school's terms begin and end. */
@ApiTags('classes')
@Controller('api/terms')
export class TermsController {
  constructor(private readonly terms: TermsService) {}

  @Get()
  @For('teacher', 'keeper')
  @ApiOkResponse({ type: [TermDto] })
  async all(): Promise<TermDto[]> {
    return (await this.terms.all()).map(({ term: { id, name, startsOn, endsOn }, classes }) => {
      return { id, name, from: startsOn, to: endsOn, classes };
    });
  }

  @Put()
  @For('keeper')
  @ApiOkResponse({ type: [TermDto] })
  async change(@Body() changes: TermChangesDto): Promise<TermDto[]> {
    await this.terms.change(changes);
    return this.all();
  }
}
