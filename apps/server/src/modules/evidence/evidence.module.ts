import { Module } from '@nestjs/common';
import { AssignmentsModule } from '../assignments/index.ts';
import { FeedbackModule } from '../feedback/index.ts';
import { MarkingModule } from '../marking/index.ts';
import { PagesModule } from '../pages/index.ts';
import { PeopleModule } from '../people/index.ts';
import { RubricsModule } from '../rubrics/index.ts';
import { SchoolModule } from '../school/index.ts';
import { SubmissionsModule } from '../submissions/index.ts';
import { EvidenceController } from './evidence.controller.ts';
import { Evidence } from './evidence.service.ts';

@Module({
  imports: [
    AssignmentsModule,
    FeedbackModule,
    MarkingModule,
    PagesModule,
    PeopleModule,
    RubricsModule,
    SchoolModule,
    SubmissionsModule,
  ],
  controllers: [EvidenceController],
  providers: [Evidence],
})
export class EvidenceModule {}
