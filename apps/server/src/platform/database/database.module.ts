import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { CONFIG, type Config } from '../config/index.ts';
import { dataSourceOptions } from './dataSource.ts';

@Module({
  imports: [
    TypeOrmModule.forRootAsync({
      inject: [CONFIG],
      useFactory: (config: Config) => ({
        ...dataSourceOptions(config.databaseUrl, []),
        autoLoadEntities: true,
        retryAttempts: 5,
        retryDelay: 1000,
      }),
    }),
  ],
})
export class DatabaseModule {}
