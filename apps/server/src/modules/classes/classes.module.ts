import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PeopleModule } from '../people/index.ts';
import {
  ClassAskingEntity,
  ClassGroupEntity,
  ClassGroupMemberEntity,
  MembershipEntity,
  SchoolClassEntity,
  TermEntity,
} from './class.entity.ts';
import { GroupsController } from './groups.controller.ts';
import { GroupsService } from './groups.service.ts';
import { JoiningController } from './joining.controller.ts';
import { JoiningService } from './joining.service.ts';
import { TermsController } from './terms.controller.ts';
import { TermsService } from './terms.service.ts';
import { ClassesController } from './classes.controller.ts';
import { ClassesService } from './classes.service.ts';
import { MembersService } from './members.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([
      SchoolClassEntity,
      MembershipEntity,
      TermEntity,
      ClassAskingEntity,
      ClassGroupEntity,
      ClassGroupMemberEntity,
    ]),
    PeopleModule,
  ],
  controllers: [ClassesController, JoiningController, GroupsController, TermsController],
  providers: [ClassesService, MembersService, JoiningService, GroupsService, TermsService],
  exports: [ClassesService, GroupsService],
})
export class ClassesModule {}
