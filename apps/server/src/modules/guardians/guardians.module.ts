import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { LessonsModule } from '../lessons/index.ts';
import { MarkingModule } from '../marking/index.ts';
import { PeopleModule } from '../people/index.ts';
import { SchoolModule } from '../school/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { GuardianLinkEntity } from './guardianLink.entity.ts';
import { GuardianLinksService } from './guardianLinks.service.ts';
import { GuardiansController } from './guardians.controller.ts';
import { GuardianViews } from './guardianViews.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([GuardianLinkEntity]),
    AssignmentsModule,
    EditionsModule,
    LessonsModule,
    MarkingModule,
    PeopleModule,
    SchoolModule,
    SubmissionsModule,
  ],
  controllers: [GuardiansController],
  providers: [GuardianLinksService, GuardianViews],
})
export class GuardiansModule {}
