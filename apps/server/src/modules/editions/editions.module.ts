import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { CaptionsModule } from '../captions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { TakesModule } from '../takes/index.ts';
import { EditionMaker } from './editionMaker.service.ts';
import { EditionEntity } from './edition.entity.ts';
import { EditionsController } from './editions.controller.ts';
import { ProgrammeSoundService } from './programmeSound.service.ts';
import { EditionsService } from './editions.service.ts';
import { OpeningsController } from './openings.controller.ts';
import { OpeningsService } from './openings.service.ts';
import { PagesModule } from '../pages/index.ts';

@Module({
  imports: [TypeOrmModule.forFeature([EditionEntity]), CaptionsModule, LessonsModule, PagesModule, TakesModule],
  controllers: [EditionsController, OpeningsController],
  providers: [EditionsService, EditionMaker, OpeningsService, ProgrammeSoundService],
  exports: [EditionsService],
})
export class EditionsModule {}
