import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiOkResponse, ApiProperty, ApiTags } from '@nestjs/swagger';
import { ArrayMaxSize, ArrayUnique, IsArray, IsInt, Max, Min } from 'class-validator';
import { Parts, Text } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { MOST_HOLIDAYS, USUAL_DAYS } from './school.rules.ts';
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
}

@ApiTags('school')
@Controller('api/school')
export class SchoolController {
  constructor(private readonly school: SchoolService) {}

  @Get()
  @For('keeper')
  @ApiOkResponse({ type: SchoolDto })
  async one(): Promise<SchoolDto> {
    const facts = await this.school.facts();
    if (!facts) return { name: '', timeZone: await this.school.timeZone(), days: [...USUAL_DAYS], holidays: [] };
    const { name, timeZone, days, holidays } = facts;
    return { name, timeZone, days: [...days], holidays: [...holidays] };
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
