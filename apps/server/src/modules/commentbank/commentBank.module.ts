import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { CommentBankController } from './commentBank.controller.ts';
import { CommentBank } from './commentBank.service.ts';
import { CommentLineEntity } from './commentLine.entity.ts';

@Module({
  imports: [TypeOrmModule.forFeature([CommentLineEntity])],
  controllers: [CommentBankController],
  providers: [CommentBank],
})
export class CommentBankModule {}
