export { Giving } from './Giving.tsx';
