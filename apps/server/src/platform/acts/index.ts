export { Acts, isThereAlready } from './acts.ts';
export { InSteps, keyIfAny, keyOf, Once, OnceIfKeyed } from './act.interceptor.ts';
export { ActsModule } from './acts.module.ts';
export { OnceOnly, type Keyed } from './onceOnly.ts';
export { FOLLOWS, Outbox } from './outbox.ts';
