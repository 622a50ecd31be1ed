import { present } from '@oakbell/core/present';
import { Injectable } from '@nestjs/common';
import { excerptOf, searchWords, wordsOnPage, type Excerpt } from '@oakbell/core/library';
import { wordsOfCues, type Thing } from '@oakbell/core/pages';
import { DataSource } from 'typeorm';
import { LessonsService, type Lesson } from '../lessons/index.ts';
import { PagesService } from '../pages/index.ts';
import { PeopleService } from '../people/index.ts';
import { found, inHands, listed, wantedLessons, type After, type Wanted } from './library.sql.ts';

export interface Asked extends Wanted {
  readonly words?: string;
  readonly after?: string;
}
export interface FoundPlace extends Excerpt {
  readonly kind: 'page' | 'cue';
  readonly pageId: string;
  /** Counted from 1. */
  readonly pageNumber: number;
}
export interface LibraryRow {
  readonly lesson: Lesson;
  readonly pages: number;
  /** Digest of the picture that stands for it. */
  readonly picture: string | null;
  readonly tags: readonly string[];
  readonly owner: string;
  readonly classes: number;
  readonly places: readonly FoundPlace[];
}
export interface Listed {
  readonly rows: readonly LibraryRow[];
  readonly next: string | null;
  readonly more: boolean;
}

/** So many lessons are told at once. */
const AT_ONCE = 50;
/** So many places are looked at for what is searched for: whoever finds more will type more. */
const MOST_PLACES = 400;
const PLACES_SHOWN = 3;
const MOST_TAGS_SHOWN = 500;

/** The lessons in a teacher's hands, as they are looked for: in so many queries, however many there are. */
@Injectable()
export class LibraryService {
  constructor(
    private readonly database: DataSource,
    private readonly lessons: LessonsService,
    private readonly pages: PagesService,
    private readonly people: PeopleService,
  ) {}

  async of(personId: string, { words = '', after, ...wanted }: Asked): Promise<Listed> {
    const looked = searchWords(words);
    if (words.trim() !== '') return this.#found(personId, looked, wanted);
    const { sql, values } = listed(personId, wantedLessons(wanted), { after: afterOf(after), most: AT_ONCE + 1 });
    const ids = ((await this.database.query(sql, [...values])) as { id: string }[]).map((row) => row.id);
    const rows = await this.#rows(ids.slice(0, AT_ONCE), new Map());
    const last = rows.at(-1)?.lesson;
    const more = ids.length > AT_ONCE;
    return { rows, next: more && last ? `${last.updatedAt.toISOString()}_${last.id}` : null, more };
  }

  /** The tags of the lessons in somebody's hands, with how many have each, in the order of the alphabet. */
  async tagsOf(personId: string): Promise<readonly { readonly tag: string; readonly lessons: number }[]> {
    const { sql, values } = inHands(personId);
    const rows = (await this.database.query(
      `SELECT g.tag, COUNT(*) AS lessons FROM lesson_tag g JOIN lesson l ON l.id = g.lessonId
       WHERE l.archivedAt IS NULL AND (${sql}) GROUP BY g.tag ORDER BY g.tag LIMIT ${MOST_TAGS_SHOWN}`,
      [...values],
    )) as { tag: string; lessons: string }[];
    return rows.map(({ tag, lessons }) => ({ tag, lessons: Number(lessons) }));
  }

  async #found(personId: string, words: readonly string[], wanted: Wanted): Promise<Listed> {
    if (words.length === 0) return { rows: [], next: null, more: false };
    const query = words.map((word) => `+${word}*`).join(' ');
    const { sql, values } = found(personId, wantedLessons(wanted), { query, most: MOST_PLACES });
    const hits = (await this.database.query(sql, [...values])) as Hit[];
    const ids = [...new Set(hits.map((hit) => hit.id))];
    const shown = ids.slice(0, AT_ONCE);
    const rows = await this.#rows(shown, await this.#places(hits, new Set(shown), words));
    return { rows, next: null, more: ids.length > shown.length || hits.length >= MOST_PLACES };
  }

  /** Where in each lesson the words stand, on its first pages first. */
  async #places(
    hits: readonly Hit[],
    shown: ReadonlySet<string>,
    words: readonly string[],
  ): Promise<ReadonlyMap<string, readonly FoundPlace[]>> {
    const taken = new Map<string, Hit[]>();
    for (const hit of hits) {
      const there = taken.get(hit.id) ?? [];
      if (shown.has(hit.id) && hit.pageId !== null && there.length < PLACES_SHOWN) taken.set(hit.id, [...there, hit]);
    }
    const wanted = [...taken.values()].flat().map((hit) => present(hit.pageId));
    const pages = await this.#pages(wanted);
    return new Map(
      [...taken].map(([id, there]) => [
        id,
        there.flatMap(({ pageId }) => {
          const page = pages.get(present(pageId));
          return page ? (placeOn(page, words) ?? []) : [];
        }),
      ]),
    );
  }

  async #pages(ids: readonly string[]): Promise<ReadonlyMap<string, PageText>> {
    if (ids.length === 0) return new Map();
    const rows = (await this.database.query(
      `SELECT p.id, p.text, p.things, p.cues, (SELECT COUNT(*) FROM page q WHERE q.lessonId = p.lessonId
         AND q.removedAt IS NULL AND q.position <= p.position) AS number FROM page p WHERE p.id IN (?)`,
      [ids],
    )) as (PageText & { number: string })[];
    return new Map(rows.map((row) => [row.id, { ...row, number: Number(row.number) }]));
  }

  /** What is told of lessons, in the order of their ids. */
  async #rows(
    ids: readonly string[],
    places: ReadonlyMap<string, readonly FoundPlace[]>,
  ): Promise<readonly LibraryRow[]> {
    if (ids.length === 0) return [];
    const lessons = await this.lessons.byIds(ids);
    const shown = await this.pages.shownOf(ids);
    const owners = await this.people.byIds([...new Set([...lessons.values()].map((one) => one.ownerId))]);
    const tags = await this.lessons.tagsOf(ids);
    const classes = (await this.database.query(
      `SELECT l.lessonId, COUNT(DISTINCT a.classId) AS classes FROM assignment_lesson l
       JOIN assignment a ON a.id = l.assignmentId WHERE l.lessonId IN (?) GROUP BY l.lessonId`,
      [ids],
    )) as { lessonId: string; classes: string }[];
    const given = new Map(classes.map((row) => [row.lessonId, Number(row.classes)]));
    return ids.flatMap((id) => {
      const lesson = lessons.get(id);
      if (!lesson) return [];
      const { pages = 0, picture = null } = shown.get(id) ?? {};
      return {
        ...{ lesson, pages, picture: lesson.cover ?? picture, places: places.get(id) ?? [] },
        tags: tags.get(id) ?? [],
        owner: owners.get(lesson.ownerId)?.name ?? '',
        classes: given.get(id) ?? 0,
      };
    });
  }
}

interface Hit {
  readonly id: string;
  /** Null where its title and tags say it. */
  readonly pageId: string | null;
}
interface PageText {
  readonly id: string;
  readonly text: string;
  readonly things: readonly Thing[];
  readonly cues: string;
  readonly number: number;
}

/** Where on a page the words are: on what learners see, or else in its cues, or partly here and partly there. */
function placeOn({ id, text, things, cues, number }: PageText, words: readonly string[]): FoundPlace | null {
  const seen = wordsOnPage(text, things).join(' ');
  const spoken = wordsOfCues(cues);
  for (const [kind, where] of [
    ['page', seen],
    ['cue', spoken],
    ['page', `${seen} ${spoken}`],
  ] as const) {
    const excerpt = excerptOf(where, words);
    if (excerpt) return { kind, pageId: id, pageNumber: number, ...excerpt };
  }
  return null;
}

const AFTER = /^(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{3}Z)_([0-9a-f-]{36})$/;
/** Where a list goes on; from its beginning for what no list has said. */
function afterOf(said: string | undefined): After | null {
  const [, at, id] = AFTER.exec(said ?? '') ?? [];
  return at && id ? { at: new Date(at), id } : null;
}
