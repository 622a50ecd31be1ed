export { TakesModule } from './takes.module.ts';
export { TakesService } from './takes.service.ts';
export { isFinished, takeLength, RATE, type FinishedTake, type Take } from './take.entity.ts';
export { takeDto, TakeDto } from './takes.controller.ts';
export { TakeFilmsService } from './takeFilms.service.ts';
export { TakeMaterialService } from './takeMaterial.service.ts';
