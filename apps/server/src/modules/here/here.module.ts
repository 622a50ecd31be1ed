import { Module } from '@nestjs/common';
import { PeopleModule } from '../people/index.ts';
import { HereController } from './here.controller.ts';
import { HereService } from './here.service.ts';

/** Who else has a lesson open. */
@Module({ imports: [PeopleModule], controllers: [HereController], providers: [HereService] })
export class HereModule {}
