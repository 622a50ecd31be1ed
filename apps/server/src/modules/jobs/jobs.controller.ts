import { Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { JobDto, jobDto, JobsService } from '../../platform/jobs/index.ts';
import { For, ROLES } from '../../platform/sessions/index.ts';
import { May } from '../access/index.ts';

/** Jobs for those who began them. */
@ApiTags('jobs')
@Controller('api/jobs')
export class JobsController {
  constructor(private readonly jobs: JobsService) {}

  @Get(':id')
  @For(...ROLES)
  @May('own', 'job')
  @ApiOkResponse({ type: JobDto })
  async one(@Param('id', ParseUUIDPipe) id: string): Promise<JobDto> {
    return jobDto(await this.jobs.one(id));
  }

  @Post(':id/cancel')
  @For(...ROLES)
  @May('own', 'job')
  @ApiOkResponse({ type: JobDto })
  async cancel(@Param('id', ParseUUIDPipe) id: string): Promise<JobDto> {
    return jobDto(await this.jobs.cancel(id));
  }

  @Post(':id/retry')
  @For(...ROLES)
  @May('own', 'job')
  @ApiOkResponse({ type: JobDto })
  async retry(@Param('id', ParseUUIDPipe) id: string): Promise<JobDto> {
    return jobDto(await this.jobs.retry(id));
  }
}
