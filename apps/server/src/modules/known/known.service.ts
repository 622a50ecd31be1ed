import { Injectable } from '@nestjs/common';
import { DataSource } from 'typeorm';
import { PeopleService, type PersonRow } from '../people/index.ts';

export interface KnownOfPerson {
  readonly person: PersonRow;
  readonly classes: readonly { readonly id: string; readonly name: string; readonly part: 'teacher' | 'learner' }[];
  /** Null for who is not signed in anywhere. */
  readonly lastAt: Date | null;
  readonly devices: number;
  readonly lessons: number;
  readonly handIns: number;
  readonly replies: number;
  /** Worksheets that they wrote on. */
  readonly worksheets: number;
  readonly watched: number;
  /** Bytes of files they brought. */
  readonly bytes: number;
}

type Counted = 'devices' | 'lessons' | 'handIns' | 'replies' | 'worksheets' | 'watched' | 'bytes';

/** Everything that is known of a person, in numbers: what is in it is not shown here. */
@Injectable()
export class KnownService {
  constructor(
    private readonly database: DataSource,
    private readonly people: PeopleService,
  ) {}

  /** @throws Problem `not-found` */
  async of(id: string): Promise<KnownOfPerson> {
    const person = await this.people.get(id);
    const classes = (await this.database.query(
      'SELECT c.id, c.name, m.part FROM membership m JOIN school_class c ON c.id = m.classId WHERE m.personId = ? ORDER BY c.name, c.id',
      [id],
    )) as KnownOfPerson['classes'];
    const [row] = (await this.database.query(
      `SELECT (SELECT MAX(lastAt) FROM session WHERE personId = p.id AND expiresAt > NOW(3)) AS lastAt,
        (SELECT COUNT(*) FROM session WHERE personId = p.id AND expiresAt > NOW(3)) AS devices,
        (SELECT COUNT(*) FROM lesson WHERE ownerId = p.id AND kind IN ('slides', 'worked')) AS lessons,
        (SELECT COUNT(*) FROM submission WHERE learnerId = p.id OR partnerId = p.id) AS handIns,
        (SELECT COUNT(*) FROM class_reply WHERE byId = p.id) AS replies,
        (SELECT COUNT(*) FROM sheet WHERE learnerId = p.id) AS worksheets,
        (SELECT COUNT(DISTINCT lessonId) FROM visit WHERE learnerId = p.id) AS watched,
        (SELECT COALESCE(SUM(bytes), 0) FROM storage_use WHERE personId = p.id) AS bytes
       FROM person p WHERE p.id = ?`,
      [id],
    )) as [Readonly<Record<Counted, string>> & { readonly lastAt: Date | null }];
    const { lastAt, devices, lessons, handIns, replies, worksheets, watched, bytes } = row;
    return {
      ...{ person, classes, lastAt, devices: Number(devices), lessons: Number(lessons) },
      ...{
        handIns: Number(handIns),
        replies: Number(replies),
        worksheets: Number(worksheets),
        watched: Number(watched),
        bytes: Number(bytes),
      },
    };
  }
}
