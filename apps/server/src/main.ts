import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { Logger } from 'nestjs-pino';
import { prepareHttp } from './http.ts';
import { LoggedAppModule } from './loggedApp.module.ts';
import { firstKeeperWords, PeopleService } from './modules/people/index.ts';
import { CONFIG, ConfigError, readConfig, type Config } from './platform/config/index.ts';
import { sweepWork } from './platform/converters/index.ts';
import { endOnFault } from './platform/process/index.ts';

/** The HTTP process. */
async function serve(): Promise<void> {
  readConfig(process.env);
  const app = await NestFactory.create<NestExpressApplication>(LoggedAppModule, {
    bufferLogs: true,
    forceCloseConnections: true,
  });
  app.useLogger(app.get(Logger));
  const config = app.get<Config>(CONFIG);
  await sweepWork(config.work);
  prepareHttp(app, config);
  endOnFault(app, (failure) => app.get(Logger).error({ err: failure }, 'process'));
  app.enableShutdownHooks();
  await app.listen(config.port, config.host);
  if (!(await app.get(PeopleService, { strict: false }).isKept()))
    app
      .get(Logger)
      .warn(`This school has not begun. Its first keeper needs these words: ${firstKeeperWords(config.secret)}`);
}

serve().catch((failure: unknown) => {
  console.error(failure instanceof ConfigError ? `Oak Bell cannot start: ${failure.message}.` : failure);
  process.exit(1);
});
