import { Module } from '@nestjs/common';
import { CompanionRooms } from './companionRooms.service.ts';
import { CompanionsController } from './companions.controller.ts';
import { CompanionsGateway } from './companions.gateway.ts';
import { PagesModule } from '../pages/index.ts';

@Module({
  imports: [PagesModule],
  controllers: [CompanionsController],
  providers: [CompanionRooms, CompanionsGateway],
  exports: [CompanionsGateway, CompanionRooms],
})
export class CompanionsModule {}
