import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import { Logger } from 'nestjs-pino';
import { LoggedAppModule } from './loggedApp.module.ts';
import { ConfigError, readConfig } from './platform/config/index.ts';
import { Rounds, JobRunner } from './platform/jobs/index.ts';
import { endOnFault } from './platform/process/index.ts';
import { STORAGE, type Storage } from './platform/storage/index.ts';

/** The job process: the same modules, no routes. */
async function work(): Promise<void> {
  readConfig(process.env);
  const app = await NestFactory.createApplicationContext(LoggedAppModule, { bufferLogs: true });
  app.useLogger(app.get(Logger));
  endOnFault(app, (failure) => app.get(Logger).error({ err: failure }, 'process'));
  app.enableShutdownHooks();
  await app.get(JobRunner).start();
  await app.get<Storage>(STORAGE).sweep();
  await app.get(Rounds).keepGoing();
}

work().catch((failure: unknown) => {
  console.error(failure instanceof ConfigError ? `Oak Bell cannot start: ${failure.message}.` : failure);
  process.exit(1);
});
