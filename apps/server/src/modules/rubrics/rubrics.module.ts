import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { RubricEntity, RubricVersionEntity } from './rubric.entity.ts';
import { RubricsController } from './rubrics.controller.ts';
import { RubricsService } from './rubrics.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([RubricEntity, RubricVersionEntity]), AssignmentsModule, ClassesModule],
  controllers: [RubricsController],
  providers: [RubricsService],
  exports: [RubricsService],
})
export class RubricsModule {}
