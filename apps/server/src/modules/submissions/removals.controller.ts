import { LONGEST_REMOVAL } from '@oakbell/core/marking';
import { Body, Controller, Delete, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { Text, Whole } from '../../platform/http/index.ts';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { Removals } from './removals.service.ts';

class RemovalDto {
  /** Read by whoever handed it in. */
  @Text({ min: 1, max: LONGEST_REMOVAL }) reason: string;
  /** The hand-in that is meant, as the desk told it. */
  @Whole({ min: 1, max: 100_000 }) times: number;
}

/** Removes hand-ins with a reason, and puts them back. */
@ApiTags('submissions')
@Controller('api')
export class RemovalsController {
  constructor(private readonly removals: Removals) {}

  @Put('marking/hand-ins/:id/removal')
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async remove(@Param('id', ParseUUIDPipe) id: string, @Body() body: RemovalDto): Promise<void> {
    await this.removals.remove(id, body);
  }

  @Delete('marking/hand-ins/:id/removal')
  @HttpCode(204)
  @For('teacher')
  @May('mark', 'submission')
  @ApiNoContentResponse()
  async putBack(@Param('id', ParseUUIDPipe) id: string): Promise<void> {
    await this.removals.putBack(id);
  }
}
