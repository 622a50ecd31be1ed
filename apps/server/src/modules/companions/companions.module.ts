import { Module } from '@nestjs/common';
import { LessonsModule } from '../lessons/index.ts';
import { CompanionRooms } from './companionRooms.service.ts';
import { CompanionsController } from './companions.controller.ts';
import { CompanionsGateway } from './companions.gateway.ts';

@Module({
  imports: [LessonsModule],
  controllers: [CompanionsController],
  providers: [CompanionRooms, CompanionsGateway],
  exports: [CompanionsGateway, CompanionRooms],
})
export class CompanionsModule {}
