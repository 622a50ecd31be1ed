export { Thread, type ThreadOf } from './Thread.tsx';
