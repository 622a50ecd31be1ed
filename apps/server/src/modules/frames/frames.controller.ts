import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { ApiCreatedResponse, ApiNoContentResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import type { Request, Response } from 'express';
import { InSteps } from '../../platform/acts/index.ts';
import { Text, Texts } from '../../platform/http/index.ts';
import { By, For, ForAnyone, type SignedIn } from '../../platform/sessions/index.ts';
import { SchoolService } from '../school/index.ts';
import { FramesService } from './frames.service.ts';

export class FramePassDto {
  @Text({ min: 1, max: 100 }) pass: string;
}
export class FrameHostsDto {
  /** Pages under these addresses may show lessons in frames. */
  @Texts() hosts: string[];
}

/** Lessons in frames of the school's own pages. */
@ApiTags('frames')
@Controller('api/frames')
export class FramesController {
  constructor(
    private readonly frames: FramesService,
    private readonly school: SchoolService,
  ) {}

  @Get('hosts')
  @For('teacher')
  @ApiOkResponse({ type: FrameHostsDto })
  async hosts(): Promise<FrameHostsDto> {
    return { hosts: [...(await this.school.frameHosts())] };
  }

  /** A pass for the frame that asked this window of Oak Bell. */
  @Post('passes')
  @For('teacher', 'learner')
  @InSteps('a pass lives for a minute, beside the database')
  @ApiCreatedResponse({ type: FramePassDto })
  async pass(@By() person: SignedIn): Promise<FramePassDto> {
    return { pass: await this.frames.pass(person) };
  }

  @Post('session')
  @HttpCode(204)
  @ForAnyone()
  @InSteps('a pass is used up, and given back where no session came of it')
  @ApiNoContentResponse()
  async begin(@Body() { pass }: FramePassDto, @Res({ passthrough: true }) response: Response): Promise<void> {
    await this.frames.begin(pass, response);
  }

  @Delete('session')
  @HttpCode(204)
  @ForAnyone()
  @ApiNoContentResponse()
  async end(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    await this.frames.end(request, response);
  }
}
