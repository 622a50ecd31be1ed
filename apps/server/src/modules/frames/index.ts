export { FramesModule } from './frames.module.ts';
