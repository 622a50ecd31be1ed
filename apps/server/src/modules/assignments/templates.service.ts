import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { MOST_TEMPLATES } from '@oakbell/core/assigning';
import { randomUUID } from 'node:crypto';
import { Repository } from 'typeorm';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { AssignmentTemplateEntity, type Terms } from './assignment.entity.ts';

/** What a teacher asks for again and again, kept under a name. */
@Injectable()
export class TemplatesService {
  constructor(
    @InjectRepository(AssignmentTemplateEntity) private readonly templates: Repository<AssignmentTemplateEntity>,
    private readonly acts: Acts,
  ) {}

  /** By name. */
  async of(ownerId: string): Promise<readonly AssignmentTemplateEntity[]> {
    return this.templates.find({ where: { ownerId }, order: { name: 'ASC' } });
  }

  /** Keeps it under a name; one that has the name already is replaced. @throws Problem `too-many-templates` */
  async keep(ownerId: string, name: string, terms: Terms): Promise<AssignmentTemplateEntity> {
    return this.acts.do(async () => {
      const there = await this.templates.findOneBy({ ownerId, name });
      if (!there && (await this.templates.countBy({ ownerId })) >= MOST_TEMPLATES)
        throw new Problem(
          422,
          'too-many-templates',
          `There can be ${MOST_TEMPLATES} templates. Remove one that you no longer use first.`,
        );
      const kept = { ...terms, id: there?.id ?? randomUUID(), ownerId, name };
      await this.templates.upsert(kept, ['id']);
      return kept;
    });
  }

  async remove(id: string): Promise<void> {
    await this.templates.delete({ id });
  }
}
