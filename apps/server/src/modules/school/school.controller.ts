import {
  LONGEST_AUDIT_DAYS,
  MOST_DOMAINS,
  MOST_FRAME_HOSTS,
  MOST_HOLIDAYS,
  SHORTEST_AUDIT_DAYS,
} from '@oakbell/core/people';
import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags, PickType } from '@nestjs/swagger';
import { ArrayMaxSize, ArrayUnique, IsArray, IsInt, IsString, Max, MaxLength, Min } from 'class-validator';
import { Parts, Text, Whole } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { USUAL_SCHOOL } from './school.rules.ts';
import { SchoolService } from './school.service.ts';

export class HolidayDto {
  @Text({ min: 1, max: 80 }) name: string;
  @Text({ min: 10, max: 10 }) from: string;
  @Text({ min: 10, max: 10 }) to: string;
}
export class SchoolDto {
  @Text({ max: 120 }) name: string;
  @Text({ min: 1, max: 60 }) timeZone: string;
  /** The days of the week with lessons, 1 (Monday) to 7. */
  @IsArray()
  @ArrayUnique()
  @IsInt({ each: true })
  @Min(1, { each: true })
  @Max(7, { each: true })
  @ApiProperty({ type: [Number] })
  days: number[];
  @ArrayMaxSize(MOST_HOLIDAYS)
  @Parts(() => HolidayDto)
  holidays: HolidayDto[];
  /** For so many days it is kept who saw and changed what of whom. */
  @Whole({ min: SHORTEST_AUDIT_DAYS, max: LONGEST_AUDIT_DAYS }) auditDays: number;
  /** Addresses of these domains may sign in by the school's own sign-in; all when empty. */
  @IsArray()
  @ArrayMaxSize(MOST_DOMAINS)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  @ApiProperty({ type: [String] })
  mailDomains: string[];
  /** Pages under these addresses may show lessons in frames: each as `https://host`, with its port where it has one. */
  @IsArray()
  @ArrayMaxSize(MOST_FRAME_HOSTS)
  @IsString({ each: true })
  @MaxLength(200, { each: true })
  @ApiProperty({ type: [String] })
  frameHosts: string[];
}

/** The week of a school, and when it has none. */
export class SchoolDaysDto extends PickType(SchoolDto, ['days', 'holidays'] as const) {}

@ApiTags('school')
@Controller('api/school')
export class SchoolController {
  constructor(private readonly school: SchoolService) {}

  @Get()
  @For('keeper')
  @ApiOkResponse({ type: SchoolDto })
  async one(): Promise<SchoolDto> {
    const facts = await this.school.facts();
    const { name, timeZone, auditDays, ...lists } = facts ?? {
      name: '',
      timeZone: await this.school.timeZone(),
      ...USUAL_SCHOOL,
    };
    const { days, holidays, mailDomains, frameHosts } = lists;
    return {
      ...{ name, timeZone, days: [...days], holidays: [...holidays], auditDays },
      ...{ mailDomains: [...mailDomains], frameHosts: [...frameHosts] },
    };
  }

  /** On which days there are lessons. */
  @Get('days')
  @For('teacher')
  @ApiOkResponse({ type: SchoolDaysDto })
  async days(): Promise<SchoolDaysDto> {
    const { days, holidays } = (await this.school.facts()) ?? USUAL_SCHOOL;
    return { days: [...days], holidays: [...holidays] };
  }

  @Put()
  @For('keeper')
  @ApiOkResponse({ type: SchoolDto })
  async describe(@Body() body: SchoolDto): Promise<SchoolDto> {
    const holidays = body.holidays.toSorted((a, b) => a.from.localeCompare(b.from));
    await this.school.describe({ ...body, days: body.days.toSorted(), holidays });
    return this.one();
  }
}
