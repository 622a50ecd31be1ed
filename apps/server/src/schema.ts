import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import { DataSource } from 'typeorm';
import { AppModule } from './app.module.ts';

/** Prints what a new migration would have to do: nothing when entities and migrations agree. Exit 1 where they differ. */
const app = await NestFactory.createApplicationContext(AppModule, { logger: false });
const { upQueries } = await app.get(DataSource).driver.createSchemaBuilder().log();
for (const { query } of upQueries) console.log(`${query};`);
await app.close();
process.exit(upQueries.length === 0 ? 0 : 1);
