import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { LessThanOrEqual, Repository } from 'typeorm';
import { LessonsService } from '../lessons/index.ts';
import { HandedVersionEntity, MOST_VERSIONS } from './handedVersion.entity.ts';

/** Each time that something was handed in, kept as it was. */
@Injectable()
export class HandedVersions {
  constructor(
    @InjectRepository(HandedVersionEntity) private readonly versions: Repository<HandedVersionEntity>,
    private readonly lessons: LessonsService,
  ) {}

  /** Writes down what arrived; the first of too many goes, with its pages. In an act. */
  async add(version: HandedVersionEntity): Promise<void> {
    await this.versions.insert(version);
    const { submissionId, number } = version;
    const tooOld = await this.versions.findBy({ submissionId, number: LessThanOrEqual(number - MOST_VERSIONS) });
    for (const one of tooOld) await this.lessons.remove(one.lessonId);
  }

  /** All that are kept of a hand-in, the newest first. */
  async of(submissionId: string): Promise<readonly HandedVersionEntity[]> {
    return this.versions.find({ where: { submissionId }, order: { number: 'DESC' } });
  }

  async one(submissionId: string, number: number): Promise<HandedVersionEntity | null> {
    return this.versions.findOneBy({ submissionId, number });
  }
}
