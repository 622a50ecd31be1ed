import { Module } from '@nestjs/common';
import { PagesModule } from '../pages/index.ts';
import { ImportsService } from './imports.service.ts';

@Module({ imports: [PagesModule], providers: [ImportsService], exports: [ImportsService] })
export class ImportsModule {}
