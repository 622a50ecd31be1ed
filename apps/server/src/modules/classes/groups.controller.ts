import { LONGEST_GROUP } from '@oakbell/core/people';
import { Body, Controller, Delete, HttpCode, Param, ParseUUIDPipe, Post, Put } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { Id, Text, Texts } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { GroupsService } from './groups.service.ts';

/** So many learners can be in one group. */
const MOST_MEMBERS = 500;

export class GroupFactsDto {
  @Text({ min: 1, max: LONGEST_GROUP }) name: string;
  /** Learners of the class, by their ids. */
  @Texts({ max: 36, most: MOST_MEMBERS }) members: string[];
}
export class GroupDto extends GroupFactsDto {
  @Id() id: string;
}
export class NewGroupDto {
  @Id() id: string;
}

/** Groups inside a class. */
@ApiTags('classes')
@Controller('api/classes/:id/groups')
export class GroupsController {
  constructor(private readonly groups: GroupsService) {}

  @Post()
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiCreatedResponse({ type: NewGroupDto })
  async add(@Param('id', ParseUUIDPipe) id: string, @Body() { name, members }: GroupFactsDto): Promise<NewGroupDto> {
    return { id: await this.groups.add(id, { name: name.trim(), members }) };
  }

  @Put(':group')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async change(
    @Param('id', ParseUUIDPipe) id: string,
    @Param('group', ParseUUIDPipe) group: string,
    @Body() { name, members }: GroupFactsDto,
  ): Promise<void> {
    await this.groups.change(id, group, { name: name.trim(), members });
  }

  @Delete(':group')
  @HttpCode(204)
  @For('teacher', 'keeper')
  @May('run', 'class')
  @ApiNoContentResponse()
  async remove(@Param('id', ParseUUIDPipe) id: string, @Param('group', ParseUUIDPipe) group: string): Promise<void> {
    await this.groups.remove(id, group);
  }
}
