import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PeopleModule } from '../people/index.ts';
import { MembershipEntity, SchoolClassEntity, TermEntity } from './class.entity.ts';
import { ClassesController } from './classes.controller.ts';
import { ClassesService } from './classes.service.ts';
import { MembersService } from './members.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([SchoolClassEntity, MembershipEntity, TermEntity]), PeopleModule],
  controllers: [ClassesController],
  providers: [ClassesService, MembersService],
  exports: [ClassesService],
})
export class ClassesModule {}
