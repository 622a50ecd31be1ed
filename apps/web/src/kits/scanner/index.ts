export { Scanner } from './Scanner.tsx';
