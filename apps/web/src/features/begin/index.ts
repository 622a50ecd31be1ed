export { BeginPage } from './BeginPage.tsx';
