import { Module } from '@nestjs/common';
import { FileChecks } from './fileChecks.service.ts';

/** What is inside of files that people bring: looked into, drawn, cut, played. */
@Module({ providers: [FileChecks], exports: [FileChecks] })
export class FilesModule {}
