export { FramePage, PassPage } from './framed/index.ts';
