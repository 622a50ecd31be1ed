import { Global, Inject, Injectable, Module } from '@nestjs/common';
import { InjectRepository, TypeOrmModule } from '@nestjs/typeorm';
import { Column, Entity, PrimaryColumn, Repository } from 'typeorm';
import { Acts } from '../acts/index.ts';
import { CONFIG, type Config } from '../config/index.ts';
import { bigWhole } from '../database/index.ts';
import { Problem } from '../http/index.ts';

/** How many bytes a person has brought in; the whole school under SCHOOL. */
@Entity('storage_use')
export class StorageUseEntity {
  @PrimaryColumn('uuid') personId: string;
  @Column(bigWhole) bytes: number;
}
const SCHOOL = '00000000-0000-0000-0000-000000000000';

const gigabytes = (bytes: number): string => `${Math.round(bytes / 1e8) / 10} GB`;

/** What people and their school may keep. */
@Injectable()
export class Quotas {
  constructor(
    @InjectRepository(StorageUseEntity) private readonly uses: Repository<StorageUseEntity>,
    @Inject(CONFIG) private readonly config: Config,
    private readonly acts: Acts,
  ) {}

  /** Counts bytes that are about to be kept. @throws Problem `storage-full`; nothing is counted then */
  async take(personId: string, bytes: number): Promise<void> {
    await this.acts.do(async () => {
      for (const [id, most] of [
        [personId, this.config.personBytes],
        [SCHOOL, this.config.schoolBytes],
      ] as const) {
        if (await this.#counted(id, bytes, most)) continue;
        // Nobody brought anything before, or there is no room. Only then: an insert that finds a row would share its lock
        // with everybody who counts at that moment, and each would wait for the others.
        await this.uses.query('INSERT IGNORE INTO storage_use (personId, bytes) VALUES (?, 0)', [id]);
        if (!(await this.#counted(id, bytes, most))) throw full(id === SCHOOL, most);
      }
    });
  }

  async #counted(id: string, bytes: number, most: number): Promise<boolean> {
    const sql = 'UPDATE storage_use SET bytes = bytes + ? WHERE personId = ? AND bytes + ? <= ?';
    const { affectedRows } = (await this.uses.query(sql, [bytes, id, bytes, most])) as { affectedRows: number };
    return affectedRows > 0;
  }

  /** Counts bytes that must be kept in any case: what was said is not lost for want of room. */
  async add(personId: string, bytes: number): Promise<void> {
    await this.acts.do(async () => {
      for (const id of [personId, SCHOOL]) {
        const sql =
          'INSERT INTO storage_use (personId, bytes) VALUES (?, GREATEST(0, ?)) ON DUPLICATE KEY UPDATE bytes = GREATEST(0, bytes + ?)';
        await this.uses.query(sql, [id, bytes, bytes]);
      }
    });
  }

  /** Bytes that are no longer kept. */
  async giveBack(personId: string, bytes: number): Promise<void> {
    await this.add(personId, -bytes);
  }
}

function full(isSchool: boolean, most: number): Problem {
  const whose = isSchool ? 'The school has used' : 'You have used';
  const what = `${whose} all of the ${gigabytes(most)} there are. What is there is safe and nothing was changed.`;
  return new Problem(507, 'storage-full', `${what} Ask your school keeper for more room.`);
}

@Global()
@Module({ imports: [TypeOrmModule.forFeature([StorageUseEntity])], providers: [Quotas], exports: [Quotas] })
export class QuotasModule {}
