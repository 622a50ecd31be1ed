import { Global, Module } from '@nestjs/common';
import { CONFIG, readConfig } from './config.ts';

@Global()
@Module({
  providers: [{ provide: CONFIG, useFactory: () => readConfig(process.env) }],
  exports: [CONFIG],
})
export class ConfigModule {}
