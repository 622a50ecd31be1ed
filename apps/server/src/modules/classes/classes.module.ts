import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PeopleModule } from '../people/index.ts';
import { ClassAskingEntity, MembershipEntity, SchoolClassEntity, TermEntity } from './class.entity.ts';
import { JoiningController } from './joining.controller.ts';
import { JoiningService } from './joining.service.ts';
import { ClassesController } from './classes.controller.ts';
import { ClassesService } from './classes.service.ts';
import { MembersService } from './members.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([SchoolClassEntity, MembershipEntity, TermEntity, ClassAskingEntity]),
    PeopleModule,
  ],
  controllers: [ClassesController, JoiningController],
  providers: [ClassesService, MembersService, JoiningService],
  exports: [ClassesService],
})
export class ClassesModule {}
