import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import type { EditList, History } from '@oakbell/core/edits';
import { BLANK, readBackdrop, readThings, type Page } from '@oakbell/core/pages';
import { call, client, type Api } from './client.ts';
import { learnMedia } from './media.ts';

export type LessonPage = Api['PageDto'];
/** A lesson as its maker sees it. */
export type Lesson = Omit<Api['LessonDto'], 'edits' | 'history'> & {
  readonly edits: EditList;
  readonly history: History;
};

export const lessonKey = (id: string) => ['lesson', id] as const;
const typed = (lesson: Api['LessonDto']): Lesson => learnMedia(lesson) as unknown as Lesson;

const isRunning = (job: Api['JobDto'] | null): boolean => job?.state === 'waiting' || job?.state === 'running';

/** A lesson; looked at again and again while pages are coming in. */
export function useLesson(id: string) {
  return useQuery({
    queryKey: lessonKey(id),
    queryFn: () => call(client.GET('/api/lessons/{id}', { params: { path: { id } } })).then(typed),
    refetchInterval: ({ state }) => (state.data && isRunning(state.data.importing) ? 400 : false),
  });
}

/** A page as the core knows it: the same object for the same page, so that painters see that nothing changed. */
export function corePage(page: LessonPage): Page {
  const made = corePages.get(page) ?? toCore(page);
  corePages.set(page, made);
  return made;
}
const corePages = new WeakMap<LessonPage, Page>();

function toCore({ id, kind, height, picture, clip, backdrop, things: placed }: LessonPage): Page {
  const read = readThings(placed);
  const things = read.ok && read.things.length > 0 ? { things: read.things } : {};
  if (kind === 'window') return { id, kind, height, ...things };
  if (kind === 'clip' && clip && picture) return { id, kind, height, ...clip, poster: picture, ...things };
  if (kind === 'board' || kind === 'clip' || picture === null) {
    return { id, kind: 'board', height, backdrop: readBackdrop(backdrop) ?? BLANK, ...things };
  }
  return { id, kind, height, picture, ...things };
}

/** Saves an edit list that began from the lesson's revision. @throws Problem `lesson-changed` */
export async function saveEdits(
  queries: QueryClient,
  lesson: Lesson,
  edits: EditList,
  history: History,
): Promise<Lesson> {
  const body = {
    revision: lesson.revision,
    edits: edits as unknown as Record<string, never>,
    history: history as unknown as Record<string, never>,
  };
  const saved = typed(await call(client.PUT('/api/lessons/{id}/edits', { params: { path: { id: lesson.id } }, body })));
  queries.setQueryData(lessonKey(lesson.id), saved);
  return saved;
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
