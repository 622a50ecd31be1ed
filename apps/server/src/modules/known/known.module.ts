import { Module } from '@nestjs/common';
import { AuditModule } from '../audit/index.ts';
import { PeopleModule } from '../people/index.ts';
import { KnownController } from './known.controller.ts';
import { KnownService } from './known.service.ts';

@Module({ imports: [PeopleModule, AuditModule], controllers: [KnownController], providers: [KnownService] })
export class KnownModule {}
