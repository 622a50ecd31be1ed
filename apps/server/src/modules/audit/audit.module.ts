import { Module } from '@nestjs/common';
import { APP_INTERCEPTOR } from '@nestjs/core';
import { TypeOrmModule } from '@nestjs/typeorm';
import { SchoolModule } from '../school/index.ts';
import { AuditController } from './audit.controller.ts';
import { AuditEntity } from './audit.entity.ts';
import { AuditInterceptor } from './audit.interceptor.ts';
import { AuditService } from './audit.service.ts';

@Module({
  imports: [TypeOrmModule.forFeature([AuditEntity]), SchoolModule],
  controllers: [AuditController],
  providers: [AuditService, { provide: APP_INTERCEPTOR, useClass: AuditInterceptor }],
  exports: [AuditService],
})
export class AuditModule {}
