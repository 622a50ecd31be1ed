import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SchoolModule } from '../school/index.ts';
import { BeginningController } from './beginning.controller.ts';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { PersonEntity } from './person.entity.ts';
import { SessionsController } from './sessions.controller.ts';
import { SessionHand } from './sessionHand.ts';
import { SignInLimits } from './signInLimits.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PersonEntity]), SchoolModule],
  controllers: [BeginningController, PeopleController, SessionsController],
  providers: [PeopleService, SignInLimits, SessionHand],
  exports: [PeopleService, SessionHand],
})
export class PeopleModule {}
