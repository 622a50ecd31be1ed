import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import { Logger } from 'nestjs-pino';
import { LoggedAppModule } from './loggedApp.module.ts';
import { ConfigError, readConfig } from './platform/config/index.ts';
import { JobRunner } from './platform/jobs/index.ts';
import { Orphans } from './platform/orphans/index.ts';
import { endOnFault } from './platform/process/index.ts';

/** The job process: the same modules, no routes. */
async function work(): Promise<void> {
  readConfig(process.env);
  const app = await NestFactory.createApplicationContext(LoggedAppModule, { bufferLogs: true });
  app.useLogger(app.get(Logger));
  endOnFault(app, (failure) => app.get(Logger).error({ err: failure }, 'process'));
  app.enableShutdownHooks();
  await app.get(JobRunner).start();
  await app.get(Orphans).keepSweeping();
}

work().catch((failure: unknown) => {
  console.error(failure instanceof ConfigError ? `Oak Bell cannot start: ${failure.message}.` : failure);
  process.exit(1);
});
