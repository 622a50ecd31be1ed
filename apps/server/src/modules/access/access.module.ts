import { Global, Module } from '@nestjs/common';
import { AccessService } from './access.service.ts';
import { MediaController } from './media.controller.ts';
import { MediaService } from './media.service.ts';

@Global()
@Module({
  controllers: [MediaController],
  providers: [AccessService, MediaService],
  exports: [AccessService, MediaService],
})
export class AccessModule {}
