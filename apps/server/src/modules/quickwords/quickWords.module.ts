import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { SchoolModule } from '../school/index.ts';
import { QuickWordEntity } from './quickWord.entity.ts';
import { QuickWordsController } from './quickWords.controller.ts';
import { QuickWordsService } from './quickWords.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([QuickWordEntity]), ClassesModule, EditionsModule, LessonsModule, SchoolModule],
  controllers: [QuickWordsController],
  providers: [QuickWordsService],
  exports: [QuickWordsService],
})
export class QuickWordsModule {}
