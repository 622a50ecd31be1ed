import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SchoolModule } from '../school/index.ts';
import { BeginningController } from './beginning.controller.ts';
import { PeopleController } from './people.controller.ts';
import { ForgottenController } from './forgotten.controller.ts';
import { OwnController } from './own.controller.ts';
import { PasswordsService } from './passwords.service.ts';
import { SchoolMailController } from './schoolMail.controller.ts';
import { PeopleService } from './people.service.ts';
import { AccommodationsService } from './accommodations.service.ts';
import { LookController } from './look.controller.ts';
import { AccommodationEntity, PersonEntity } from './person.entity.ts';
import { SessionsController } from './sessions.controller.ts';
import { SessionHand } from './sessionHand.ts';
import { SignInLimits } from './signInLimits.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PersonEntity, AccommodationEntity]), SchoolModule],
  controllers: [
    BeginningController,
    PeopleController,
    SessionsController,
    LookController,
    OwnController,
    ForgottenController,
    SchoolMailController,
  ],
  providers: [PeopleService, PasswordsService, SignInLimits, SessionHand, AccommodationsService],
  exports: [PeopleService, PasswordsService, SessionHand, AccommodationsService],
})
export class PeopleModule {}
