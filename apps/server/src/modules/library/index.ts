export { LibraryModule } from './library.module.ts';
