import { Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { In, Repository } from 'typeorm';
import { AccommodationEntity } from './person.entity.ts';

export type Needs = Omit<AccommodationEntity, 'personId'>;
export const NO_NEEDS: Needs = { captions: false, largerText: false, extraTime: 0 };

/** What learners need. Whoever asks has been asked first whether they teach them. */
@Injectable()
export class AccommodationsService {
  constructor(@InjectRepository(AccommodationEntity) private readonly rows: Repository<AccommodationEntity>) {}

  async of(personId: string): Promise<Needs> {
    return (await this.rows.findOneBy({ personId })) ?? NO_NEEDS;
  }

  /** Of those of these people who need something. */
  async ofAll(personIds: readonly string[]): Promise<ReadonlyMap<string, Needs>> {
    const found = personIds.length === 0 ? [] : await this.rows.findBy({ personId: In([...personIds]) });
    return new Map(found.map((row) => [row.personId, row]));
  }

  /** Nothing that is needed leaves no row behind. */
  async set(personId: string, { captions, largerText, extraTime }: Needs): Promise<void> {
    if (!captions && !largerText && extraTime === 0) await this.rows.delete({ personId });
    else await this.rows.upsert({ personId, captions, largerText, extraTime }, ['personId']);
  }
}
