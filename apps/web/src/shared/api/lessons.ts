import { replaceEqualDeep, useQuery, useQueryClient } from '@tanstack/react-query';
import type { Edit, EditList } from '@oakbell/core/edits';
import { pageOf, readBackdrop, readThings, type Page } from '@oakbell/core/pages';
import { call, client, type Api } from './client.ts';
import { learnMedia } from './media.ts';

export type LessonPage = Api['PageDto'];
/** A lesson as its maker sees it. */
export type Lesson = Omit<Api['LessonDto'], 'edits' | 'history'> & {
  readonly edits: EditList;
  readonly history: History;
};
export interface History {
  /** The newest change, without its parts; null before the first. */
  readonly last: Edit | null;
  /** Who did it; null for oneself. */
  readonly lastBy: string | null;
  /** How many changes can be taken back, and done again. */
  readonly undoable: number;
  readonly redoable: number;
}

export const lessonKey = (id: string) => ['lesson', id] as const;
const typed = (lesson: Api['LessonDto']): Lesson => learnMedia(lesson) as unknown as Lesson;

/** How a lesson is asked for: also ahead of its turn. */
export const lessonQuery = (id: string) => ({
  queryKey: lessonKey(id),
  queryFn: () => call(client.GET('/api/lessons/{id}', { params: { path: { id } } })).then(typed),
});

/** A lesson; it is asked for again when the server says that it changed. */
export function useLesson(id: string) {
  return useQuery({
    ...lessonQuery(id),
    structuralSharing: (before, after) =>
      replaceEqualDeep(before, neverOlder(before as Lesson | undefined, after as Lesson)),
  });
}

/** An answer that was on its way while a change was made tells how the lesson was before it: what was changed stays. */
function neverOlder(before: Lesson | undefined, after: Lesson): Lesson {
  if (!before || before.revision <= after.revision) return after;
  const { edits, revision, updatedAt, history } = before;
  return { ...after, edits, revision, updatedAt, history };
}

/** A page as the core knows it: the same object for the same page, so that painters see that nothing changed. */
export function corePage(page: Api['ShownPageDto']): Page {
  const made = corePages.get(page) ?? toCore(page);
  corePages.set(page, made);
  return made;
}
const corePages = new WeakMap<Api['ShownPageDto'], Page>();

function toCore(page: Api['ShownPageDto']): Page {
  const read = readThings(page.things);
  return pageOf({ ...page, backdrop: readBackdrop(page.backdrop), things: read.ok ? read.things : [] });
}

export interface TakeMaterial {
  readonly id: string;
  readonly log: string;
  readonly earlier: readonly string[];
  /** A hundred a second. */
  readonly peaks: Uint8Array;
}

/** The logs and peaks of a lesson's finished takes: they never change, so they are fetched once each. */
export function useTakes(lessonId: string, revision: number) {
  const queries = useQueryClient();
  return useQuery({
    queryKey: ['takes', lessonId, revision],
    // An edit hardly ever brings a take: what is there stays on screen meanwhile.
    placeholderData: (before, query) => (query?.queryKey[1] === lessonId ? before : undefined),
    queryFn: async (): Promise<readonly TakeMaterial[]> => {
      const takes = await call(client.GET('/api/lessons/{id}/takes', { params: { path: { id: lessonId } } }));
      return Promise.all(
        takes
          .filter((take) => take.state === 'finished')
          .map((take) =>
            queries.fetchQuery({ queryKey: ['take', take.id], staleTime: Infinity, queryFn: () => material(take) }),
          ),
      );
    },
  });
}

async function material({ id, earlier }: Api['TakeDto']): Promise<TakeMaterial> {
  const fetched = async (name: 'log' | 'peaks') => {
    const response = await fetch(`/api/takes/${id}/${name}`);
    if (!response.ok) throw new Error(`${name} of a take cannot be had (${response.status})`);
    return response;
  };
  const log = await (await fetched('log')).text();
  return { id, earlier, log, peaks: new Uint8Array(await (await fetched('peaks')).arrayBuffer()) };
}
