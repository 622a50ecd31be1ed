export { CHANGED, Events, type Change } from './events.ts';
export { EventsModule } from './events.module.ts';
