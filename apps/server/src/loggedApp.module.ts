import { Module } from '@nestjs/common';
import { LoggerModule } from 'nestjs-pino';
import { AppModule } from './app.module.ts';
import { CONFIG, type Config } from './platform/config/index.ts';
import { logOptions } from './platform/logs/index.ts';

/** The application with its structured logs: the HTTP process serves it, the job process works in it. */
@Module({
  imports: [
    LoggerModule.forRootAsync({
      imports: [],
      providers: [],
      inject: [CONFIG],
      useFactory: (config: Config) => logOptions(config.logLevel),
    }),
    AppModule,
  ],
})
export class LoggedAppModule {}
