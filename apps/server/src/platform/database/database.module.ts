import { present } from '@oakbell/core/present';
import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { CONFIG, type Config } from '../config/index.ts';
import { ActDataSource } from './actDataSource.ts';
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
      dataSourceFactory: (options) => Promise.resolve(new ActDataSource(present(options))),
    }),
  ],
})
export class DatabaseModule {}
