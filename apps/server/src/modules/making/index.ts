export { MakingModule } from './making.module.ts';
