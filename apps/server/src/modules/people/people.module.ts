import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { PeopleController } from './people.controller.ts';
import { PeopleService } from './people.service.ts';
import { PersonEntity, SignInFailureEntity } from './person.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([PersonEntity, SignInFailureEntity])],
  controllers: [PeopleController],
  providers: [PeopleService],
  exports: [PeopleService],
})
export class PeopleModule {}
