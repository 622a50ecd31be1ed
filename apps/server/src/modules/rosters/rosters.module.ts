import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ClassesModule } from '../classes/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SchoolModule } from '../school/index.ts';
import { RosterKeeping } from './keeping.ts';
import { SchoolReader } from './knownSchool.ts';
import { RosterEntity } from './roster.entity.ts';
import { RostersController } from './rosters.controller.ts';
import { RostersService } from './rosters.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([RosterEntity]), PeopleModule, ClassesModule, SchoolModule],
  controllers: [RostersController],
  providers: [RostersService, RosterKeeping, SchoolReader],
})
export class RostersModule {}
