import { Choice, Decimal, Id, Text } from '../http/index.ts';
import { JOB_STATES, type Job, type JobState } from './job.entity.ts';

export class JobDto {
  @Id() id: string;
  @Text() kind: string;
  @Choice(JOB_STATES) state: JobState;
  @Decimal({ max: 1 }) progress: number;
  @Text({ nullable: true }) failureCode: string | null;
  @Text({ nullable: true }) failureText: string | null;
}

export function jobDto(job: Job): JobDto {
  const { id, kind, state, failureCode, failureText } = job;
  return { id, kind, state, progress: job.progress / 1000, failureCode, failureText };
}
