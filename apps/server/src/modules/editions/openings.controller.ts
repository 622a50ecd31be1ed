import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiTags } from '@nestjs/swagger';
import { For } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { OpeningDto, openingIn } from '../lessons/index.ts';
import { OpeningsService } from './openings.service.ts';

@ApiTags('editions')
@Controller('api')
export class OpeningsController {
  constructor(private readonly openings: OpeningsService) {}

  /** Before whom a published lesson is open, and when. */
  @Put('lessons/:id/opening')
  @HttpCode(204)
  @For('teacher')
  @May('open', 'lesson')
  @ApiNoContentResponse()
  async open(@Param('id', ParseUUIDPipe) id: string, @Body() opening: OpeningDto): Promise<void> {
    await this.openings.open(id, openingIn(opening));
  }
}
