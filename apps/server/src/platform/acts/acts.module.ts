import { Global, Module } from '@nestjs/common';
import { APP_INTERCEPTOR } from '@nestjs/core';
import { TypeOrmModule } from '@nestjs/typeorm';
import { ActInterceptor } from './act.interceptor.ts';
import { Acts } from './acts.ts';
import { OnceOnly } from './onceOnly.ts';
import { Outbox } from './outbox.ts';
import { ActKeyEntity, OutboxEntity } from './outbox.entity.ts';

@Global()
@Module({
  imports: [TypeOrmModule.forFeature([OutboxEntity, ActKeyEntity])],
  providers: [Acts, Outbox, OnceOnly, { provide: APP_INTERCEPTOR, useClass: ActInterceptor }],
  exports: [Acts, Outbox, OnceOnly],
})
export class ActsModule {}
