import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import type { Assignment } from '../assignments/index.ts';
import { RubricsService, versionDto, type RubricVersionDto } from '../rubrics/index.ts';
import type { DeskRubricDto } from './desk.dto.ts';

/** The rubric of an assignment, and the versions that something of it is marked by. */
@Injectable()
export class DeskRubrics {
  constructor(private readonly rubrics: RubricsService) {}

  /** @param used names of versions; each once or more often */
  async of(
    { rubricId }: Pick<Assignment, 'rubricId'>,
    used: readonly string[],
  ): Promise<{ readonly rubric: DeskRubricDto | null; readonly versions: RubricVersionDto[] }> {
    const rubric = rubricId === null ? null : await this.rubrics.one(rubricId);
    const newest = rubric ? await this.rubrics.versionsOf([rubric.id], 'newest') : [];
    const older = [...new Set(used)].filter((version) => !newest.some((one) => one.id === version));
    const versions = [...newest, ...(await this.rubrics.versionsOf(older, 'named'))];
    return {
      rubric: rubric && { rubricId: rubric.id, name: rubric.name, versionId: present(newest[0]).id },
      versions: versions.map(versionDto),
    };
  }
}
