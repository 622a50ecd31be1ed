export { CompanionPage } from './CompanionPage.tsx';
