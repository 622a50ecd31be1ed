export { CopyingModule } from './copying.module.ts';
