import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { FilesModule } from '../files/index.ts';
import { ImportsModule } from '../imports/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { PagesModule } from '../pages/index.ts';
import { DrawingService } from './drawing.service.ts';
import { LessonFiles } from './lessonFiles.ts';
import { UploadEntity } from './upload.entity.ts';
import { UploadsController } from './uploads.controller.ts';
import { UploadsService } from './uploads.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([UploadEntity]), FilesModule, ImportsModule, LessonsModule, PagesModule],
  controllers: [UploadsController],
  providers: [UploadsService, DrawingService, LessonFiles],
})
export class UploadsModule {}
