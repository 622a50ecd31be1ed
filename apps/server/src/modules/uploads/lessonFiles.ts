import { Injectable, type OnModuleInit } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { FileClaims } from '../../platform/storage/index.ts';

/** `uploads/`, what it is for, and its own name: two times 36 letters. */
const BASE_LENGTH = 81;

/** Which files of lessons, of their pages and of what was brought to them are named by a row. */
@Injectable()
export class LessonFiles implements OnModuleInit {
  constructor(
    private readonly claims: FileClaims,
    private readonly database: DataSource,
  ) {}

  onModuleInit(): void {
    for (const prefix of ['pictures/', 'clips/']) this.claims.claim(prefix, (keys) => this.#byDigest(keys));
    this.claims.claim('uploads/', (keys) => this.#uploads(keys));
  }

  /** Everything that is named by its bytes: of pages, also removed ones, placed, on sheets, covers, and what editions were made of. */
  async #byDigest(keys: readonly string[]): Promise<ReadonlySet<string>> {
    const digestOf = (key: string): string => key.slice(key.lastIndexOf('/') + 1).split('.')[0]!;
    const digests = keys.map(digestOf);
    const sql = `SELECT picture AS digest FROM page WHERE picture IN (?)
      UNION SELECT smallPicture FROM page WHERE smallPicture IN (?)
      UNION SELECT JSON_VALUE(clip, '$.clip') FROM page WHERE JSON_VALUE(clip, '$.clip') IN (?)
      UNION SELECT digest FROM lesson_asset WHERE digest IN (?)
      UNION SELECT cover FROM lesson WHERE cover IN (?)
      UNION SELECT digest FROM sheet_picture WHERE digest IN (?)`;
    const named = new Set(await this.#values(sql, Array(6).fill(digests) as string[][]));
    const rest = digests.filter((digest) => !named.has(digest));
    for (const digest of rest) {
      const found = await this.#values('SELECT id AS digest FROM edition WHERE files LIKE ? LIMIT 1', [`%${digest}%`]);
      if (found.length > 0) named.add(digest);
    }
    return new Set(keys.filter((key) => named.has(digestOf(key))));
  }

  /** A file that was brought, with what was drawn of it: kept for as long as pages can be picked or cut out of it. */
  async #uploads(keys: readonly string[]): Promise<ReadonlySet<string>> {
    const baseOf = (key: string): string => key.slice(0, BASE_LENGTH);
    const bases = [...new Set(keys.map(baseOf))];
    const sql = `SELECT LEFT(\`key\`, ${BASE_LENGTH}) AS digest FROM upload WHERE LEFT(\`key\`, ${BASE_LENGTH}) IN (?)
      UNION SELECT LEFT(source, ${BASE_LENGTH}) FROM page WHERE LEFT(source, ${BASE_LENGTH}) IN (?)`;
    const named = new Set(await this.#values(sql, [bases, bases]));
    const inputs = await this.#values(
      "SELECT input AS digest FROM job WHERE state <> 'done' AND input LIKE '%uploads/%'",
      [],
    );
    for (const base of bases) if (inputs.some((input) => input.includes(base))) named.add(base);
    return new Set(keys.filter((key) => named.has(baseOf(key))));
  }

  async #values(sql: string, parameters: readonly unknown[]): Promise<readonly string[]> {
    const rows = (await this.database.query(sql, [...parameters])) as { digest: unknown }[];
    return rows.map(({ digest }) => (typeof digest === 'string' ? digest : JSON.stringify(digest)));
  }
}
