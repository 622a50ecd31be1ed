import { Inject, Injectable } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { Repository } from 'typeorm';
import { Acts, isThereAlready } from '../../platform/acts/index.ts';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { Problem } from '../../platform/http/index.ts';
import { SchoolEntity } from './school.entity.ts';
import { mayComeFrom, schoolFaults, USUAL_AUDIT_DAYS, USUAL_SCHOOL, type SchoolFacts } from './school.rules.ts';

const THE_SCHOOL = { id: 1 };

/** What is known of the school itself. */
@Injectable()
export class SchoolService {
  constructor(
    @InjectRepository(SchoolEntity) private readonly schools: Repository<SchoolEntity>,
    @Inject(CONFIG) private readonly config: Config,
    private readonly acts: Acts,
  ) {}

  /** Null before the school has begun. */
  async facts(): Promise<SchoolEntity | null> {
    return this.schools.findOneBy(THE_SCHOOL);
  }

  /** The zone in which days and times are meant, by its IANA name. */
  async timeZone(): Promise<string> {
    return (await this.facts())?.timeZone ?? this.config.timeZone;
  }

  /** Whether somebody with this address may come in by the school's own sign-in. */
  async mayComeFrom(mail: string | null): Promise<boolean> {
    return mayComeFrom((await this.facts())?.mailDomains ?? [], mail);
  }

  /** Pages under these addresses may show lessons in frames. */
  async frameHosts(): Promise<readonly string[]> {
    return (await this.facts())?.frameHosts ?? [];
  }

  /** For how many days it is kept who saw what. */
  async auditDays(): Promise<number> {
    return (await this.facts())?.auditDays ?? USUAL_AUDIT_DAYS;
  }

  /** @throws Problem `school-begun` when there is one, `bad-school` */
  async begin({ name, timeZone }: { readonly name: string; readonly timeZone: string }): Promise<void> {
    const school = { name, timeZone, ...USUAL_SCHOOL };
    this.#check(school);
    const begun = this.schools.insert({ ...THE_SCHOOL, ...school, begunAt: new Date() });
    await begun.catch((failure: unknown) => {
      if (isThereAlready(failure)) throw new Problem(409, 'school-begun', 'This school has begun already. Sign in.');
      throw failure;
    });
  }

  /** @throws Problem `bad-school`; everything stays as it was then */
  async describe(school: SchoolFacts): Promise<SchoolEntity> {
    this.#check(school);
    return this.acts.do(async () => {
      const there = await this.facts();
      return this.schools.save(
        this.schools.create({ begunAt: there?.begunAt ?? new Date(), ...THE_SCHOOL, ...school }),
      );
    });
  }

  #check(school: SchoolFacts): void {
    const fields = schoolFaults(school);
    if (Object.keys(fields).length > 0)
      throw new Problem(422, 'bad-school', `${Object.values(fields)[0]} Nothing was changed.`, { fields });
  }
}
