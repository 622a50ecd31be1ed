import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PeopleModule } from '../people/index.ts';
import { MembershipEntity, SchoolClassEntity } from './class.entity.ts';
import { ClassesController } from './classes.controller.ts';
import { ClassesService } from './classes.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([SchoolClassEntity, MembershipEntity]), PeopleModule],
  controllers: [ClassesController],
  providers: [ClassesService],
  exports: [ClassesService],
})
export class ClassesModule {}
