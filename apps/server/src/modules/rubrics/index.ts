export { RubricsModule } from './rubrics.module.ts';
export { RubricsService } from './rubrics.service.ts';
export { ChoiceDto, RubricVersionDto, versionDto } from './rubrics.dto.ts';
export type { RubricVersionEntity } from './rubric.entity.ts';
