import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LessonsModule } from '../lessons/index.ts';
import { LessonAssetEntity, PageEntity } from './page.entity.ts';
import { PageEditing } from './pageEditing.service.ts';
import { PagesController } from './pages.controller.ts';
import { PagesService } from './pages.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PageEntity, LessonAssetEntity]), LessonsModule],
  controllers: [PagesController],
  providers: [PagesService, PageEditing],
  exports: [PagesService, PageEditing],
})
export class PagesModule {}
