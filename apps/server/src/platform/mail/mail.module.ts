import { Global, Module } from '@nestjs/common';
import { Letters } from './letters.ts';
import { Mailer } from './mailer.ts';

@Global()
@Module({ providers: [Mailer, Letters], exports: [Letters] })
export class MailModule {}
