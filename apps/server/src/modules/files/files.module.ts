import { Module } from '@nestjs/common';
import { FileChecks } from './fileChecks.service.ts';
import { Placing } from './placing.service.ts';

/** What is inside of files that people bring: looked into, drawn, cut, played. */
@Module({ providers: [FileChecks, Placing], exports: [FileChecks, Placing] })
export class FilesModule {}
