import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { LessonsModule } from '../lessons/index.ts';
import { TakeEntity, TakePartEntity } from './take.entity.ts';
import { TakesController } from './takes.controller.ts';
import { TakeClosing } from './takeClosing.service.ts';
import { TakeFilmsService } from './takeFilms.service.ts';
import { TakeMaterialService } from './takeMaterial.service.ts';
import { TakeParts } from './takeParts.service.ts';
import { TakesService } from './takes.service.ts';
import { PagesModule } from '../pages/index.ts';

@Module({
  imports: [TypeOrmModule.forFeature([TakeEntity, TakePartEntity]), LessonsModule, PagesModule],
  controllers: [TakesController],
  providers: [TakesService, TakeParts, TakeClosing, TakeFilmsService, TakeMaterialService],
  exports: [TakesService, TakeFilmsService, TakeMaterialService],
})
export class TakesModule {}
