import { Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectRepository } from '@nestjs/typeorm';
import { createHash } from 'node:crypto';
import { Repository } from 'typeorm';
import { likeText } from '../../platform/database/index.ts';
import { Rounds } from '../../platform/jobs/index.ts';
import { SchoolService } from '../school/index.ts';
import { AuditEntity } from './audit.entity.ts';
import type { About, Told } from './audit.rules.ts';

export const FORGET_AUDIT = 'forget-audit';
/** So many lines are told at once. */
export const LINES_TOLD = 100;
/** So many are forgotten in one statement. */
const FORGOTTEN = 5000;
/** The same look within so many milliseconds is one. */
const SAME_LOOK_MS = 10 * 60_000;
/** So many people or classes are searched for by one name. */
const MOST_NAMED = 200;

export interface AuditLine {
  readonly id: string;
  readonly at: Date;
  readonly byId: string;
  readonly says: string;
  readonly isChange: boolean;
  readonly aboutId: string | null;
  readonly classId: string | null;
  readonly byName: string | null;
  readonly aboutName: string | null;
  readonly className: string | null;
}
export interface Done extends Told {
  readonly byId: string;
  readonly isChange: boolean;
  /** What the path names: `id`, and `person` where it is about a member of a class. */
  readonly id: string | null;
  readonly member: string | null;
}

const WORK = `FROM lesson l LEFT JOIN submission s ON s.id = l.submissionId
  LEFT JOIN assignment a ON a.id = COALESCE(s.assignmentId, l.answersId)`;
const WHOSE = "l.kind IN ('feedback', 'answer')";
/** Whose a thing is and of which class, by its id; no row where it is nobody's but its maker's. */
const FOUND: Readonly<Record<Exclude<About, 'school' | 'member'>, string>> = {
  person: 'SELECT p.id AS aboutId, NULL AS classId FROM person p WHERE p.id = ?',
  class: 'SELECT NULL AS aboutId, c.id AS classId FROM school_class c WHERE c.id = ?',
  assignment: 'SELECT NULL AS aboutId, a.classId AS classId FROM assignment a WHERE a.id = ?',
  submission:
    'SELECT s.learnerId AS aboutId, a.classId AS classId FROM submission s JOIN assignment a ON a.id = s.assignmentId WHERE s.id = ?',
  lesson: `SELECT COALESCE(s.learnerId, l.ownerId) AS aboutId, a.classId AS classId ${WORK} WHERE l.id = ? AND ${WHOSE}`,
  edition: `SELECT COALESCE(s.learnerId, l.ownerId) AS aboutId, a.classId AS classId ${WORK}
    JOIN edition e ON e.lessonId = l.id WHERE e.id = ? AND ${WHOSE}`,
};

/** Who of the staff saw or changed what of whom. */
@Injectable()
export class AuditService implements OnModuleInit {
  constructor(
    @InjectRepository(AuditEntity) private readonly lines: Repository<AuditEntity>,
    private readonly school: SchoolService,
    private readonly rounds: Rounds,
  ) {}

  onModuleInit(): void {
    this.rounds.daily(FORGET_AUDIT, () => Promise.resolve(() => this.forget()));
  }

  /** Writes a line down: part of the act that is going on, or before what is looked at is shown. */
  async write(done: Done): Promise<void> {
    const { byId, says, isChange, about, id, member } = done;
    const now = new Date();
    const slot = Math.floor(now.getTime() / SAME_LOOK_MS);
    const once = isChange ? null : createHash('sha1').update([byId, says, id, member, slot].join(' ')).digest('base64');
    const line = [now, byId, says, isChange, once];
    const columns = 'INSERT IGNORE INTO audit (at, byId, says, isChange, once, aboutId, classId)';
    if (about === 'school') await this.lines.query(`${columns} VALUES (?, ?, ?, ?, ?, NULL, NULL)`, line);
    else if (about === 'member')
      await this.lines.query(`${columns} VALUES (?, ?, ?, ?, ?, ?, ?)`, [...line, member, id]);
    else
      await this.lines.query(`${columns} SELECT ?, ?, ?, ?, ?, w.aboutId, w.classId FROM (${FOUND[about]}) w`, [
        ...line,
        id,
      ]);
  }

  /**
   * The newest lines first. @param words in the name of who did it, of whom it is about, or of the class; all when empty
   * @param before lines older than the one with this id; the newest when null
   */
  async read({
    words,
    before,
  }: {
    readonly words: string;
    readonly before: string | null;
  }): Promise<readonly AuditLine[]> {
    const conditions = before === null ? [] : ['u.id < ?'];
    const values: unknown[] = before === null ? [] : [before];
    if (words.trim()) {
      const [people, classes] = [await this.#named('person', words), await this.#named('school_class', words)];
      if (people.length + classes.length === 0) return [];
      const some = [
        people.length > 0 ? 'u.byId IN (?) OR u.aboutId IN (?)' : null,
        classes.length > 0 ? 'u.classId IN (?)' : null,
      ];
      conditions.push(`(${some.filter(Boolean).join(' OR ')})`);
      values.push(...(people.length > 0 ? [people, people] : []), ...(classes.length > 0 ? [classes] : []));
    }
    return this.#lines(conditions, values, LINES_TOLD);
  }

  /** The newest lines about a person. */
  async about(personId: string, most: number): Promise<readonly AuditLine[]> {
    return this.#lines(['u.aboutId = ?'], [personId], most);
  }

  async #lines(conditions: readonly string[], values: readonly unknown[], most: number): Promise<readonly AuditLine[]> {
    const where = conditions.length > 0 ? `WHERE ${conditions.join(' AND ')}` : '';
    const rows = (await this.lines.query(
      `SELECT u.id, u.at, u.byId, u.says, u.isChange, u.aboutId, u.classId, b.name AS byName, w.name AS aboutName, c.name AS className
       FROM (SELECT * FROM audit u ${where} ORDER BY u.id DESC LIMIT ${most}) u
       LEFT JOIN person b ON b.id = u.byId LEFT JOIN person w ON w.id = u.aboutId
       LEFT JOIN school_class c ON c.id = u.classId ORDER BY u.id DESC`,
      [...values],
    )) as (Omit<AuditLine, 'isChange'> & { isChange: unknown })[];
    return rows.map((row) => ({ ...row, id: `${row.id}`, isChange: Number(row.isChange) === 1 }));
  }

  async #named(table: 'person' | 'school_class', words: string): Promise<readonly string[]> {
    const like = `%${likeText(words.trim())}%`;
    const rows = (await this.lines.query(`SELECT id FROM ${table} WHERE name LIKE ? LIMIT ${MOST_NAMED}`, [like])) as {
      id: string;
    }[];
    return rows.map((row) => row.id);
  }

  /** Forgets what is older than the school keeps it. */
  async forget(): Promise<void> {
    const old = new Date(Date.now() - (await this.school.auditDays()) * 86_400_000);
    for (;;) {
      const { affectedRows } = (await this.lines.query(
        `DELETE FROM audit WHERE at < ? ORDER BY at LIMIT ${FORGOTTEN}`,
        [old],
      )) as { affectedRows: number };
      if (affectedRows < FORGOTTEN) return;
    }
  }
}
