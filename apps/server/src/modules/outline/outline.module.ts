import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClassesModule } from '../classes/index.ts';
import { OutlineController } from './outline.controller.ts';
import { ClassDayEntity, ClassUnitEntity } from './outline.entity.ts';
import { OutlineService } from './outline.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([ClassUnitEntity, ClassDayEntity]), ClassesModule],
  controllers: [OutlineController],
  providers: [OutlineService],
  exports: [OutlineService],
})
export class OutlineModule {}
