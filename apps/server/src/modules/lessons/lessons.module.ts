import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { DrawingService } from './drawing.service.ts';
import { FileChecks, ImportsService } from './imports/index.ts';
import { EditsService } from './edits.service.ts';
import {
  LessonAssetEntity,
  LessonChangeEntity,
  LessonEditsEntity,
  LessonEntity,
  PageEntity,
  UploadEntity,
} from './lesson.entity.ts';
import { PagesController } from './pages.controller.ts';
import { PagesService } from './pages.service.ts';
import { UploadsController } from './uploads.controller.ts';
import { UploadsService } from './uploads.service.ts';
import { LessonFiles } from './lessonFiles.ts';
import { LessonsController } from './lessons.controller.ts';
import { LessonsService } from './lessons.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      LessonEntity,
      LessonChangeEntity,
      LessonEditsEntity,
      PageEntity,
      LessonAssetEntity,
      UploadEntity,
    ]),
  ],
  controllers: [LessonsController, PagesController, UploadsController],
  providers: [
    LessonFiles,
    EditsService,
    LessonsService,
    PagesService,
    ImportsService,
    FileChecks,
    UploadsService,
    DrawingService,
  ],
  exports: [EditsService, LessonsService, PagesService, ImportsService, FileChecks],
})
export class LessonsModule {}
