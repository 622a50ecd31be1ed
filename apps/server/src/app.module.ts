import { Module } from '@nestjs/common';
import { APP_FILTER, APP_GUARD, APP_PIPE } from '@nestjs/core';
import { AccessModule, MayGuard } from './modules/access/index.ts';
import { AssignmentsModule } from './modules/assignments/index.ts';
import { AuditModule } from './modules/audit/index.ts';
import { CalendarModule } from './modules/calendar/index.ts';
import { ClassPageModule } from './modules/classpage/index.ts';
import { ClassesModule } from './modules/classes/index.ts';
import { CompanionsModule } from './modules/companions/index.ts';
import { CopyingModule } from './modules/copying/index.ts';
import { CoursesModule } from './modules/courses/index.ts';
import { EditionsModule } from './modules/editions/index.ts';
import { EventRoutesModule } from './modules/events/index.ts';
import { FramesModule } from './modules/frames/index.ts';
import { IdentityModule } from './modules/identity/index.ts';
import { JobRoutesModule } from './modules/jobs/index.ts';
import { KnownModule } from './modules/known/index.ts';
import { LessonsModule } from './modules/lessons/index.ts';
import { MarkingModule } from './modules/marking/index.ts';
import { PeopleModule } from './modules/people/index.ts';
import { QuestionsModule } from './modules/questions/index.ts';
import { RemindersModule } from './modules/reminders/index.ts';
import { CaptionsModule } from './modules/captions/index.ts';
import { EvidenceModule } from './modules/evidence/index.ts';
import { GradebookModule } from './modules/gradebook/index.ts';
import { CommentBankModule } from './modules/commentbank/index.ts';
import { FeedbackModule } from './modules/feedback/index.ts';
import { RubricsModule } from './modules/rubrics/index.ts';
import { RostersModule } from './modules/rosters/index.ts';
import { QuickWordsModule } from './modules/quickwords/index.ts';
import { SchoolModule } from './modules/school/index.ts';
import { SheetsModule } from './modules/sheets/index.ts';
import { SubmissionsModule } from './modules/submissions/index.ts';
import { TakesModule } from './modules/takes/index.ts';
import { WorksheetsModule } from './modules/worksheets/index.ts';
import { TodayModule } from './modules/today/index.ts';
import { WatchingModule } from './modules/watching/index.ts';
import { ActsModule } from './platform/acts/index.ts';
import { ConfigModule } from './platform/config/index.ts';
import { DatabaseModule } from './platform/database/index.ts';
import { EventsModule } from './platform/events/index.ts';
import { HealthModule } from './platform/health/index.ts';
import { ProblemFilter, RateGuard, SameSiteGuard, validation } from './platform/http/index.ts';
import { JobsModule } from './platform/jobs/index.ts';
import { MailModule } from './platform/mail/index.ts';
import { OrphansModule } from './platform/orphans/index.ts';
import { QuotasModule } from './platform/quotas/index.ts';
import { RedisModule } from './platform/redis/index.ts';
import { RightsGuard, SessionsModule } from './platform/sessions/index.ts';
import { StorageModule } from './platform/storage/index.ts';
import { OutlineModule } from './modules/outline/index.ts';
import { PagesModule } from './modules/pages/index.ts';
import { UploadsModule } from './modules/uploads/index.ts';
import { GuardiansModule } from './modules/guardians/index.ts';
import { RecordsModule } from './modules/records/index.ts';
import { HereModule } from './modules/here/index.ts';
import { NewsModule } from './modules/news/index.ts';
import { LibraryModule } from './modules/library/index.ts';
import { MakingModule } from './modules/making/index.ts';

/** Everything but the logs: a process puts those around it, see loggedApp.module.ts. */
@Module({
  imports: [
    ConfigModule,
    DatabaseModule,
    RedisModule,
    ActsModule,
    EventsModule,
    SessionsModule,
    StorageModule,
    QuotasModule,
    JobsModule,
    MailModule,
    OrphansModule,
    AccessModule,
    HealthModule,
    // What a whole school asks all the time is looked for first: routes are tried in this order.
    WatchingModule,
    JobRoutesModule,
    EventRoutesModule,
    FramesModule,
    PeopleModule,
    IdentityModule,
    SchoolModule,
    AuditModule,
    KnownModule,
    ClassesModule,
    OutlineModule,
    QuickWordsModule,
    RostersModule,
    LessonsModule,
    MakingModule,
    LibraryModule,
    HereModule,
    UploadsModule,
    PagesModule,
    CoursesModule,
    CompanionsModule,
    TakesModule,
    EditionsModule,
    AssignmentsModule,
    CalendarModule,
    NewsModule,
    SubmissionsModule,
    QuestionsModule,
    RemindersModule,
    WorksheetsModule,
    SheetsModule,
    RubricsModule,
    CaptionsModule,
    CommentBankModule,
    EvidenceModule,
    GradebookModule,
    FeedbackModule,
    MarkingModule,
    TodayModule,
    ClassPageModule,
    CopyingModule,
    GuardiansModule,
    RecordsModule,
  ],
  providers: [
    { provide: APP_FILTER, useClass: ProblemFilter },
    { provide: APP_PIPE, useFactory: validation },
    { provide: APP_GUARD, useClass: SameSiteGuard },
    { provide: APP_GUARD, useClass: RightsGuard },
    { provide: APP_GUARD, useClass: RateGuard },
    { provide: APP_GUARD, useClass: MayGuard },
  ],
})
export class AppModule {}
