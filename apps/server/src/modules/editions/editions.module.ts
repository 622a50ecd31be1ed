import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LessonsModule } from '../lessons/index.ts';
import { TakesModule } from '../takes/index.ts';
import { EditionMaker } from './editionMaker.service.ts';
import { EditionEntity } from './edition.entity.ts';
import { EditionsController } from './editions.controller.ts';
import { ProgrammeSoundService } from './programmeSound.service.ts';
import { EditionsService } from './editions.service.ts';
import { PagesModule } from '../pages/index.ts';

@Module({
  imports: [TypeOrmModule.forFeature([EditionEntity]), LessonsModule, PagesModule, TakesModule],
  controllers: [EditionsController],
  providers: [EditionsService, EditionMaker, ProgrammeSoundService],
  exports: [EditionsService],
})
export class EditionsModule {}
