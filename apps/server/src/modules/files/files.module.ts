import { Module } from '@nestjs/common';
import { FileChecks } from './fileChecks.service.ts';
import { Placing } from './placing.service.ts';
import { Voices } from './voices.service.ts';

/** What is inside of files that people bring: looked into, drawn, cut, played. */
@Module({ providers: [FileChecks, Placing, Voices], exports: [FileChecks, Placing, Voices] })
export class FilesModule {}
