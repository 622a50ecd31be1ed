import { Module } from '@nestjs/common';
import { LessonsModule } from '../lessons/index.ts';
import { CompanionsController } from './companions.controller.ts';
import { CompanionsService } from './companions.service.ts';
import { CompanionSocket } from './companionSocket.ts';

@Module({
  imports: [LessonsModule],
  controllers: [CompanionsController],
  providers: [CompanionsService, CompanionSocket],
  exports: [CompanionSocket],
})
export class CompanionsModule {}
