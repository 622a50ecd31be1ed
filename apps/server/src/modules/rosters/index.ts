export { RostersModule } from './rosters.module.ts';
