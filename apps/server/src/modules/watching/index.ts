export { WatchingModule } from './watching.module.ts';
export { WatchingService } from './watching.service.ts';
export { NOT_BEGUN, pairKey, WatchCounts } from './watchCounts.service.ts';
export { RangeDto } from './watching.controller.ts';
