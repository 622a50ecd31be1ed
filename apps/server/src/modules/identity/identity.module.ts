import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/index.ts';
import { SchoolModule } from '../school/index.ts';
import { IdentityController } from './identity.controller.ts';
import { IdentityService } from './identity.service.ts';

@Module({
  imports: [PeopleModule, SchoolModule],
  controllers: [IdentityController],
  providers: [IdentityService],
})
export class IdentityModule {}
