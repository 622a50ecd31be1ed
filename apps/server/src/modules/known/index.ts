export { KnownModule } from './known.module.ts';
