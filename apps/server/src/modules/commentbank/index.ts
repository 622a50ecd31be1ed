export { CommentBankModule } from './commentBank.module.ts';
