export { WatchingModule } from './watching.module.ts';
export { ReportsService } from './reports.service.ts';
export { NOT_BEGUN, pairKey, WatchCounts } from './watchCounts.service.ts';
export { DeskLessons, type DeskLesson } from './deskLessons.service.ts';
export { RangeDto } from './watched.dto.ts';
