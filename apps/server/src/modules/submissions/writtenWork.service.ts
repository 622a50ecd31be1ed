import { Injectable } from '@nestjs/common';
import { present } from '@oakbell/core/present';
import { isStroke } from '@oakbell/core/log';
import { marksOf, writtenPage, type SheetEvent } from '@oakbell/core/worksheets';
import { Problem } from '../../platform/http/index.ts';
import { PageEditing, PagesService, type PageEntity } from '../pages/index.ts';

/** The worksheet that was written on, and all that was written on it. */
export interface WrittenWork {
  readonly worksheetId: string;
  readonly events: readonly SheetEvent[];
}

/** How the names of things begin that a learner wrote. */
export const WRITTEN = 'written';

/** Worksheets that are handed in: pages, and above each what was written on it. */
@Injectable()
export class WrittenWorks {
  constructor(
    private readonly pages: PagesService,
    private readonly editing: PageEditing,
  ) {}

  /**
   * Pages of a hand-in as its learner may see them: with what they wrote and what was on the worksheet. What a teacher
   * placed there while marking is the teacher's.
   */
  async ownOf(pages: readonly PageEntity[], worksheetId: string | null): Promise<readonly PageEntity[]> {
    const blank = worksheetId === null ? [] : await this.pages.pagesOf(worksheetId);
    const given = new Set(blank.flatMap(({ things }) => things.map(({ id }) => id)));
    const isOwn = ({ id }: PageEntity['things'][number]): boolean => id.startsWith(`${WRITTEN}-`) || given.has(id);
    return pages.map((page) => ({ ...page, things: page.things.filter(isOwn) }));
  }

  /** Lays the pages, as they were written on, into a lesson that has none. In an act. @throws Problem `too-many-things` */
  async layInto(lessonId: string, { worksheetId, events }: WrittenWork): Promise<void> {
    const blank = await this.pages.pagesOf(worksheetId);
    const marks = marksOf(
      events,
      blank.map(({ id }) => id),
    );
    const copies = await this.editing.copyFrom(lessonId, worksheetId, { cues: false });
    for (const [i, { id }] of blank.entries()) {
      const on = marks.get(id) ?? [];
      if (on.length === 0) continue;
      const copy = present(copies[i]);
      const { things, left } = writtenPage(copy.things, on, WRITTEN);
      if (left > 0)
        throw new Problem(
          422,
          'too-many-things',
          `Page ${i + 1} holds ${left} texts and pictures more than can be handed in. Take some off; all are safe.`,
        );
      for (const mark of on) {
        if (isStroke(mark) || mark.thing.kind !== 'picture') continue;
        const { picture: digest, width, height } = mark.thing;
        await this.pages.addAsset(lessonId, { digest, width: Math.round(width), height: Math.round(height) });
      }
      await this.pages.write(copy, { things });
    }
  }
}
