import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { ClassesModule } from '../classes/index.ts';
import { EditionsModule } from '../editions/index.ts';
import { CourseCopyEntity, OutlineModule } from '../outline/index.ts';
import { SchoolModule } from '../school/index.ts';
import { CopyingController } from './copying.controller.ts';
import { CopyingService } from './copying.service.ts';

@Module({
  imports: [
    TypeOrmModule.forFeature([CourseCopyEntity]),
    AssignmentsModule,
    ClassesModule,
    EditionsModule,
    OutlineModule,
    SchoolModule,
  ],
  controllers: [CopyingController],
  providers: [CopyingService],
})
export class CopyingModule {}
