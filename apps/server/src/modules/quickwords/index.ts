export { QuickWordsModule } from './quickWords.module.ts';
export { QuickWordsService } from './quickWords.service.ts';
