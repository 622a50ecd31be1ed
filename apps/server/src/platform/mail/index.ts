export type { Letter } from './letter.ts';
export { Letters } from './letters.ts';
export { MailModule } from './mail.module.ts';
