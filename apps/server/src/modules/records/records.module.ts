import { Module } from '@nestjs/common';
import { TypeOrmModule } from '@nestjs/typeorm';
import { AssignmentsModule } from '../assignments/index.ts';
import { PeopleModule } from '../people/index.ts';
import { WatchingModule } from '../watching/index.ts';
import { RecordsController } from './records.controller.ts';
import { RecordStoreEntity } from './records.entity.ts';
import { RecordsService } from './records.service.ts';
import { RecordStore } from './recordStore.ts';

@Module({
  imports: [TypeOrmModule.forFeature([RecordStoreEntity]), AssignmentsModule, PeopleModule, WatchingModule],
  controllers: [RecordsController],
  providers: [RecordsService, RecordStore],
})
export class RecordsModule {}
