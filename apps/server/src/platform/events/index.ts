export { Events } from './events.ts';
export { EventsModule } from './events.module.ts';
