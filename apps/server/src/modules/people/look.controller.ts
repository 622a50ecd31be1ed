import { EXTRA_TIMES, TEXT_SIZES, type TextSize } from '@oakbell/core/people';
import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Put } from '@nestjs/common';
import { ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { IsIn } from 'class-validator';
import { Choice, Decimal, Flag } from '../../platform/http/index.ts';
import { By, For, ROLES, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { AccommodationsService } from './accommodations.service.ts';
import { PeopleService } from './people.service.ts';

export class NeedsDto {
  @Flag() captions: boolean;
  @Flag() largerText: boolean;
  /** So much more time than the others have, as a share. */
  @IsIn([...EXTRA_TIMES])
  @Decimal({ max: 1 })
  extraTime: number;
}

export class LookDto {
  /** Null for what suits most, or what they need. */
  @Choice(TEXT_SIZES, { nullable: true }) textSize: TextSize | null;
  @Flag() lessMotion: boolean;
}

/** How somebody likes to read, and what learners need. */
@ApiTags('people')
@Controller('api')
export class LookController {
  constructor(
    private readonly people: PeopleService,
    private readonly accommodations: AccommodationsService,
  ) {}

  @Put('look')
  @HttpCode(204)
  @For(...ROLES)
  @ApiNoContentResponse()
  async setLook(@By() by: SignedIn, @Body() look: LookDto): Promise<void> {
    await this.people.setLook(by.id, look);
  }

  @Get('people/:id/needs')
  @For('teacher')
  @May('accommodate', 'person')
  @ApiOkResponse({ type: NeedsDto })
  async needs(@Param('id', ParseUUIDPipe) id: string): Promise<NeedsDto> {
    const { captions, largerText, extraTime } = await this.accommodations.of(id);
    return { captions, largerText, extraTime };
  }

  @Put('people/:id/needs')
  @HttpCode(204)
  @For('teacher')
  @May('accommodate', 'person')
  @ApiNoContentResponse()
  async setNeeds(@Param('id', ParseUUIDPipe) id: string, @Body() needs: NeedsDto): Promise<void> {
    await this.accommodations.set(id, needs);
  }
}
