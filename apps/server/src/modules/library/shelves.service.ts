import { Injectable } from '@nestjs/common';
import { changedTags, MOST_TAGS } from '@oakbell/core/library';
import { Acts } from '../../platform/acts/index.ts';
import { Problem } from '../../platform/http/index.ts';
import type { Person } from '../../platform/sessions/index.ts';
import { AccessService, MediaService } from '../access/index.ts';
import { LessonsService, type Lesson, type LessonPlace } from '../lessons/index.ts';
import { PageEditing } from '../pages/index.ts';

export interface ShelfChange extends Omit<LessonPlace, 'archivedAt'> {
  readonly archived?: boolean;
  readonly addTags?: readonly string[];
  readonly removeTags?: readonly string[];
}
const LONGEST_TITLE = 160;

/** Where lessons stand, under which words, and copies of them. */
@Injectable()
export class ShelvesService {
  constructor(
    private readonly lessons: LessonsService,
    private readonly pages: PageEditing,
    private readonly access: AccessService,
    private readonly media: MediaService,
    private readonly acts: Acts,
  ) {}

  /** Does the same to all of these lessons, or to none. @throws Problem `too-many-tags` */
  async change(ids: readonly string[], { archived, addTags, removeTags, ...place }: ShelfChange): Promise<void> {
    await this.acts.do(async () => {
      const away = archived === undefined ? {} : { archivedAt: archived ? new Date() : null };
      const change = { ...place, ...away };
      // Whoever could change a lesson until now is told as well as whoever can from now on.
      for (const id of ids) await this.lessons.changed(id);
      if (place.unitId !== undefined || place.courseMay !== undefined) {
        // Addresses that sharers were given may no longer be theirs; whoever still has the lesson asks for new ones.
        const sharers = await this.access.sharersOf(ids);
        if (sharers.length > 0) await this.media.cut(...sharers.map((id) => `person:${id}`));
      }
      if (Object.keys(change).length > 0) await this.lessons.place(ids, change);
      if (addTags ?? removeTags) await this.#tag(ids, { add: addTags ?? [], remove: removeTags ?? [] });
      for (const id of ids) await this.lessons.changed(id);
    });
  }

  async #tag(
    ids: readonly string[],
    change: { readonly add: readonly string[]; readonly remove: readonly string[] },
  ): Promise<void> {
    // One after another: two who tag at once would each think there is room.
    for (const id of ids.toSorted()) await this.lessons.locked(id);
    const tags = [...(await this.lessons.tagsOf(ids))].map(([id, there]) => [id, changedTags(there, change)] as const);
    const made = new Map(tags.flatMap(([id, now]) => (now ? [[id, now] as const] : [])));
    if (made.size < ids.length)
      throw new Problem(422, 'too-many-tags', `A lesson can have ${MOST_TAGS} tags. Nothing was changed.`);
    await this.lessons.tag(made);
  }

  /** A lesson of this teacher's own, like another that they can use: its pages, its takes, its edits, its tags. */
  async copy(person: Person, id: string): Promise<Lesson> {
    return this.acts.do(async () => {
      const lesson = await this.lessons.locked(id);
      const { unitId } = lesson;
      const isTheirs = unitId !== null && (await this.access.decide(person, 'teach', 'unit', unitId)).ok;
      const title = `Copy of ${lesson.title}`.slice(0, LONGEST_TITLE);
      const made = await this.lessons.copy(lesson, person.id, { title, unitId: isTheirs ? unitId : null });
      await this.pages.copyFrom(made.id, id);
      return made;
    });
  }
}
