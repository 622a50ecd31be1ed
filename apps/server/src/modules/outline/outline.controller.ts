import { LONGEST_TOPIC, LONGEST_UNIT, MOST_UNITS } from '@oakbell/core/outline';
import { Body, Controller, Delete, HttpCode, Param, ParseUUIDPipe, Patch, Post, Put } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { Day, Id, Ids, Text, Texts, Whole } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { OutlineService } from './outline.service.ts';

export class ClassUnitFactsDto {
  @Text({ min: 1, max: LONGEST_UNIT }) name: string;
}
export class NewClassUnitDto extends ClassUnitFactsDto {
  /** Its place among the others, from 0; the last when left out. */
  @Whole({ max: MOST_UNITS, optional: true }) at?: number;
  /** Days with a topic that are to stand in it, yyyy-mm-dd. */
  @Texts({ max: 10, most: 400, optional: true }) days?: string[];
}
export class ClassUnitDto extends ClassUnitFactsDto {
  @Id() id: string;
}
export class MadeUnitDto {
  @Id() id: string;
}
export class UnitOrderDto {
  @Ids({ most: MOST_UNITS }) ids: string[];
}
export class TopicFactsDto {
  /** The unit it stands in; outside all of them when null. */
  @Id({ nullable: true }) unitId: string | null;
  /** What the class does on that day; nothing any more when empty. */
  @Text({ max: LONGEST_TOPIC }) topic: string;
}
export class TopicDto extends TopicFactsDto {
  @Day() day: string;
}

/** The units and days of a class page. */
@ApiTags('class pages')
@Controller('api/classes/:id')
export class OutlineController {
  constructor(private readonly outline: OutlineService) {}

  @Post('units')
  @For('teacher')
  @May('teach', 'class')
  @ApiCreatedResponse({ type: MadeUnitDto })
  async add(@Param('id', ParseUUIDPipe) id: string, @Body() { name, at, days }: NewClassUnitDto): Promise<MadeUnitDto> {
    return { id: await this.outline.add(id, { name: name.trim(), at, days }) };
  }

  @Put('units')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async order(@Param('id', ParseUUIDPipe) id: string, @Body() { ids }: UnitOrderDto): Promise<void> {
    await this.outline.order(id, ids);
  }

  @Patch('units/:unit')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async rename(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('unit', ParseUUIDPipe) unit: string,
    @Body() { name }: ClassUnitFactsDto,
  ): Promise<void> {
    await this.outline.rename(id, unit, name.trim());
  }

  @Delete('units/:unit')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async remove(@Param('id', ParseUUIDPipe) id: string, @Param('unit', ParseUUIDPipe) unit: string): Promise<void> {
    await this.outline.remove(id, unit);
  }

  /** What the class does on a day. */
  @Put('days/:day')
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'class')
  @ApiNoContentResponse()
  async say(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('day') day: string,
    @Body() { unitId, topic }: TopicFactsDto,
  ): Promise<void> {
    await this.outline.say(id, { day, unitId, topic: topic.trim() });
  }
}
