import 'reflect-metadata';
import { NestFactory } from '@nestjs/core';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import { AppModule } from './app.module.ts';

/** Prints the OpenAPI description. Nothing is connected to: the modules are only read. */
process.env['OAKBELL_DATABASE_URL'] ??= 'mysql://none@127.0.0.1/none';
process.env['OAKBELL_REDIS_URL'] ??= 'redis://127.0.0.1';
process.env['OAKBELL_STORAGE'] ??= '/none';
process.env['OAKBELL_SECRET'] ??= 'nothing is signed while describing';
const app = await NestFactory.create(AppModule, { preview: true, logger: false });
const described = new DocumentBuilder().setTitle('Oak Bell').setVersion('1').build();
const document = SwaggerModule.createDocument(app, described, {
  operationIdFactory: (controller, method) => `${controller.replace('Controller', '').toLowerCase()}_${method}`,
});
// All of it is out before the process ends: a pipe takes a part at a time.
process.stdout.write(`${JSON.stringify(document, null, 2)}\n`, () => process.exit(0));
