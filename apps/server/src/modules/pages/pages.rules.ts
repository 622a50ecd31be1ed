export { MOST_PAGES } from '../files/index.ts';
