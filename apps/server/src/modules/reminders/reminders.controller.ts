import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { LONGEST_REMINDER, MOST_REMINDED } from '@oakbell/core/assigning';
import { Once } from '../../platform/acts/index.ts';
import { Ids, Text } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { RemindersService } from './reminders.service.ts';

export class NewReminderDto {
  @Ids({ most: MOST_REMINDED }) learnerIds: string[];
  @Text({ min: 1, max: LONGEST_REMINDER }) text: string;
}

@ApiTags('assignments')
@Controller('api/assignments')
export class RemindersController {
  constructor(private readonly reminders: RemindersService) {}

  /** Tells learners who are behind, in their teacher's words. */
  @Post(':id/reminders')
  @Once()
  @HttpCode(204)
  @For('teacher')
  @May('teach', 'assignment')
  @ApiNoContentResponse()
  async remind(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) id: string,
    @Body() { learnerIds, text }: NewReminderDto,
  ): Promise<void> {
    await this.reminders.remind(person.id, id, learnerIds, text);
  }
}
