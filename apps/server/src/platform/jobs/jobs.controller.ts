import { Controller, Get, Param, ParseUUIDPipe, Post } from '@nestjs/common';
import { ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { Choice, Decimal, Id, Text } from '../http/index.ts';
import { By, For, type Person } from '../sessions/index.ts';
import { JOB_STATES, type JobEntity, type JobState } from './job.entity.ts';
import { JobsService } from './jobs.service.ts';

export class JobDto {
  @Id() id: string;
  @Text() kind: string;
  @Choice(JOB_STATES) state: JobState;
  @Decimal({ max: 1 }) progress: number;
  @Text({ nullable: true }) failureCode: string | null;
  @Text({ nullable: true }) failureText: string | null;
}

export function jobDto(job: JobEntity): JobDto {
  const { id, kind, state, failureCode, failureText } = job;
  return { id, kind, state, progress: job.progress / 1000, failureCode, failureText };
}

@ApiTags('jobs')
@Controller('api/jobs')
export class JobsController {
  constructor(private readonly jobs: JobsService) {}

  @Get(':id')
  @For('teacher', 'learner', 'keeper')
  @ApiOkResponse({ type: JobDto })
  async one(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<JobDto> {
    return jobDto(await this.jobs.ownOne(person, id));
  }

  @Post(':id/cancel')
  @For('teacher', 'learner', 'keeper')
  @ApiOkResponse({ type: JobDto })
  async cancel(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<JobDto> {
    return jobDto(await this.jobs.cancel(person, id));
  }

  @Post(':id/retry')
  @For('teacher', 'learner', 'keeper')
  @ApiOkResponse({ type: JobDto })
  async retry(@By() person: Person, @Param('id', ParseUUIDPipe) id: string): Promise<JobDto> {
    return jobDto(await this.jobs.retry(person, id));
  }
}
