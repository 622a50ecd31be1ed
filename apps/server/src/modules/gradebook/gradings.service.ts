import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { PLAIN_GRADING, type Grading } from '@oakbell/core/marking';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Events } from '../../platform/events/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { ClassesService } from '../classes/index.ts';
import { GradingEntity } from './grading.entity.ts';

/** The rules of a class, and whether its learners see what they come to. */
export interface ClassGrading extends Grading {
  readonly sumShown: boolean;
}

/** How each class counts what is missing and what is late. */
@Injectable()
export class Gradings {
  constructor(
    @InjectRepository(GradingEntity) private readonly rows: Repository<GradingEntity>,
    private readonly classes: ClassesService,
    private readonly acts: Acts,
    private readonly events: Events,
  ) {}

  async of(classId: string): Promise<ClassGrading> {
    const { missingCounts, latePerDay, lateMost, sumShown } = (await this.rows.findOneBy({ classId })) ?? {
      ...PLAIN_GRADING,
      sumShown: false,
    };
    return { missingCounts, latePerDay, lateMost, sumShown };
  }

  /** Who teaches and who learns there hears of it. */
  async set(person: Person, classId: string, grading: ClassGrading): Promise<void> {
    await this.acts.do(async () => {
      const { missingCounts, latePerDay, lateMost, sumShown } = grading;
      await this.rows.upsert({ classId, missingCounts, latePerDay, lateMost, sumShown, byId: person.id }, ['classId']);
      await this.events.tell(await this.classes.memberIds(classId), { kind: 'class', id: classId });
    });
  }
}
