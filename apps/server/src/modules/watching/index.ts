export { WatchingModule } from './watching.module.ts';
export { ReportsService } from './reports.service.ts';
export { NOT_BEGUN, pairKey, WatchCounts } from './watchCounts.service.ts';
export { DeskLessons, type DeskLesson } from './deskLessons.service.ts';
export { RangeDto, WhichLessonDto } from './watched.dto.ts';
export { Viewings } from './viewings.service.ts';
