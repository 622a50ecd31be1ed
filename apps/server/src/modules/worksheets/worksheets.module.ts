import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FilesModule } from '../files/index.ts';
import { ImportsModule } from '../imports/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PagesModule } from '../pages/index.ts';
import { SheetEntity, SheetPartEntity, SheetPictureEntity } from './sheet.entity.ts';
import { SheetsService } from './sheets.service.ts';
import { WorksheetsController } from './worksheets.controller.ts';
import { WorksheetsService } from './worksheets.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([SheetEntity, SheetPartEntity, SheetPictureEntity]),
    FilesModule,
    ImportsModule,
    LessonsModule,
    PagesModule,
  ],
  controllers: [WorksheetsController],
  providers: [WorksheetsService, SheetsService],
  exports: [WorksheetsService, SheetsService],
})
export class WorksheetsModule {}
