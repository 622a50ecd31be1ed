import { Module } from '@nestjs/common';
import { EventsController } from './events.controller.ts';

/** The route of the events; what is said stands in the platform. */
@Module({ controllers: [EventsController] })
export class EventRoutesModule {}
