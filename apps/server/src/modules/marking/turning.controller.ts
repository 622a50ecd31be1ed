import { Body, Controller, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { InSteps } from '../../platform/acts/index.ts';
import { Text } from '../../platform/http/index.ts';
import { By, For, type SignedIn } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';
import { ShownPageDto, shownPage } from '../pages/index.ts';
import { PageTurning } from './turning.service.ts';

class SeenPictureDto {
  /** The picture that is to be turned: where the page has another one by now, nothing is done. */
  @Text({ min: 64, max: 64 }) picture: string;
}

@ApiTags('marking')
@Controller('api')
export class TurningController {
  constructor(private readonly turning: PageTurning) {}

  /** Turns a page by a quarter to the right. */
  @Post('marking/hand-ins/:id/pages/:page/turn')
  @InSteps('the picture is turned first; the one that was seen is the key')
  @HttpCode(200)
  @For('teacher')
  @May('mark', 'submission')
  @ApiOkResponse({ type: ShownPageDto })
  async turn(
    @By() person: SignedIn,
    @Param('id', ParseUUIDPipe) submissionId: string,
    @Param('page', ParseUUIDPipe) page: string,
    @Body() { picture }: SeenPictureDto,
  ): Promise<ShownPageDto> {
    return shownPage(await this.turning.turn(person, { submissionId, page, picture }));
  }
}
