import { Injectable } from '@nestjs/common';
import { groupedNews, newsWords, type NewsGroup, type NewsKind, type NewsThing } from '@oakbell/core/news';
import type { Person } from '../../platform/sessions/index.ts';
import { AssignmentHeads, AssignmentsService, DueDates } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { SchoolService } from '../school/index.ts';

/** A group with what it is about. */
export interface NewsHead extends NewsGroup {
  readonly title: string;
  readonly className: string;
  /** For this reader. */
  readonly dueAt: Date;
}

/** What news are about: titles, classes and days, in so many queries, however many they are. */
@Injectable()
export class NewsHeads {
  constructor(
    private readonly assignments: AssignmentsService,
    private readonly heads: AssignmentHeads,
    private readonly classes: ClassesService,
    private readonly dueDates: DueDates,
    private readonly school: SchoolService,
  ) {}

  /** The newest first. */
  async of(personId: string, things: readonly NewsThing[], most: number): Promise<readonly NewsHead[]> {
    const groups = groupedNews(things).slice(0, most);
    const all = await this.assignments.byIds([...new Set(groups.map(({ assignmentId }) => assignmentId))]);
    const byId = new Map(all.map((one) => [one.id, one]));
    const titles = await this.heads.titlesOf(all);
    const classes = await this.classes.byIds(all.map(({ classId }) => classId));
    const dueFor = await this.dueDates.of([personId]);
    return groups.flatMap((group) => {
      const about = byId.get(group.assignmentId);
      if (!about) return [];
      const names = { title: titles.get(about.id) ?? '', className: classes.get(about.classId)?.name ?? '' };
      return [{ ...group, ...names, dueAt: dueFor(personId, about) }];
    });
  }

  /** The same as lines of a letter. */
  async lines(
    { id, role }: Person,
    things: readonly NewsThing[],
  ): Promise<readonly { readonly words: string; readonly detail: string }[]> {
    const timeZone = await this.school.timeZone();
    const form = new Intl.DateTimeFormat('en-GB', { ...DAY, timeZone });
    return (await this.of(id, things, things.length)).map((one) => {
      const due = role === 'learner' && !IN_THE_PAST.has(one.kind) ? `, due ${form.format(one.dueAt)}` : '';
      return { words: newsWords(one, one.title), detail: `${one.className}${due}` };
    });
  }
}
/** What is said of work that is done: its day says nothing any more. */
const IN_THE_PAST: ReadonlySet<NewsKind> = new Set(['handed-back', 'approved', 'answered']);
const DAY = { weekday: 'long', day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' } as const;
