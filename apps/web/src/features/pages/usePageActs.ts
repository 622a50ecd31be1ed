import type { Backdrop, Thing } from '@oakbell/core/pages';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { call, client, lessonKey, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { notice, offerUndo } from '../../shared/ui/index.ts';

const json = (value: object) => value as unknown as Record<string, never>;

/** What is said of a lesson beside its pages. */
interface Said {
  readonly goal?: string;
  readonly targetMs?: number;
}

const inOrder = (pages: readonly LessonPage[], ids: readonly string[]): LessonPage[] => {
  const placeOf = ({ id }: LessonPage) => (ids.includes(id) ? ids.indexOf(id) : ids.length);
  return pages.toSorted((a, b) => placeOf(a) - placeOf(b));
};

/** Everything that can be done to the pages of a lesson. Each act is saved at once. */
export function usePageActs(lesson: Lesson) {
  const queries = useQueryClient();
  const { id } = lesson;
  const key = lessonKey(id);
  const refresh = () => queries.invalidateQueries({ queryKey: key });
  const settled = { onSettled: refresh };
  const at = (page: string) => ({ params: { path: { id, page } } });
  /** Shows a page as it will be while the server is told. */
  const showPage = (page: string, change: Partial<LessonPage>) =>
    queries.setQueryData<Lesson>(
      key,
      (before) =>
        before && { ...before, pages: before.pages.map((one) => (one.id === page ? { ...one, ...change } : one)) },
    );

  /** The order that was asked for last, until the server's own is here. */
  const [wanted, setWanted] = useState<readonly string[] | null>(null);
  const order = useMutation({
    // One after another: the order that is asked for last is the one that stays.
    scope: { id: `order of ${id}` },
    mutationFn: (pages: readonly string[]) =>
      call(client.PUT('/api/lessons/{id}/pages', { params: { path: { id } }, body: { pages: [...pages] } })),
    onSettled: async (_, __, pages) => {
      await refresh();
      setWanted((now) => (now === pages ? null : now));
    },
  });
  const addBoard = useMutation({
    mutationFn: ({ backdrop, after }: { backdrop: Backdrop; after?: string }) =>
      call(
        client.POST('/api/lessons/{id}/boards', {
          params: { path: { id } },
          body: { backdrop: json(backdrop), ...(after ? { after } : {}) },
        }),
      ),
    ...settled,
  });
  const addWindow = useMutation({
    mutationFn: (body: { after?: string }) =>
      call(client.POST('/api/lessons/{id}/windows', { params: { path: { id } }, body })),
    ...settled,
  });
  const duplicate = useMutation({
    mutationFn: (page: string) => call(client.POST('/api/lessons/{id}/pages/{page}/duplicate', at(page))),
    ...settled,
  });
  const remove = useMutation({
    mutationFn: ({ page }: { page: string; name: string }) =>
      call(client.DELETE('/api/lessons/{id}/pages/{page}', at(page))),
    onSuccess: (_, { page, name }) =>
      offerUndo(`${name} was removed.`, () =>
        call(client.POST('/api/lessons/{id}/pages/{page}/restore', at(page))).then(refresh),
      ),
    ...settled,
  });
  const setBackdrop = useMutation({
    scope: { id: `pages of ${id}` },
    mutationFn: ({ page, backdrop, was }: { page: string; backdrop: Backdrop; was: Backdrop | null }) =>
      call(
        client.PUT('/api/lessons/{id}/pages/{page}/backdrop', {
          ...at(page),
          body: { backdrop: json(backdrop), ...(was ? { base: json(was) } : {}) },
        }),
      ),
    onMutate: ({ page, backdrop }) => showPage(page, { backdrop: json(backdrop) }),
    ...settled,
  });
  const onPages = ['on pages', id];
  const isLast = () => queries.isMutating({ mutationKey: onPages }) <= 1;
  const interrupted = useRef(false);
  /** A lesson that was asked for before a change is not shown after it: it is asked for again once all changes are through. */
  const holdOff = async () => {
    if (queries.isFetching({ queryKey: key }) === 0) return;
    interrupted.current = true;
    await queries.cancelQueries({ queryKey: key });
  };
  const askAgain = () => {
    if (!interrupted.current || !isLast()) return;
    interrupted.current = false;
    void refresh();
  };
  /** What changes that did not get through were made on: the next one is told from there. */
  const missed = useRef(new Map<string, readonly Thing[] | string>());
  const setThings = useMutation({
    mutationKey: onPages,
    // One after another: what the first brings back is known before the next is told.
    scope: { id: `pages of ${id}` },
    mutationFn: ({ page, things, was }: { page: string; things: readonly Thing[]; was: readonly Thing[] }) => {
      const base = (missed.current.get(`things of ${page}`) ?? was) as readonly Thing[];
      const body = { things: things.map(json), base: base.map(json) };
      return call(client.PUT('/api/lessons/{id}/pages/{page}/things', { ...at(page), body }));
    },
    onMutate: async ({ page, things }) => {
      await holdOff();
      showPage(page, { things: things.map(json) });
    },
    onSuccess: async ({ page: now, beside }, { page }) => {
      await holdOff();
      missed.current.delete(`things of ${page}`);
      if (isLast()) showPage(page, { things: now.things });
      if (beside > 0) notice({ message: 'Somebody else changed the same thing. Yours stands beside theirs.' });
    },
    onError: (_, { page, was }) => {
      if (!missed.current.has(`things of ${page}`)) missed.current.set(`things of ${page}`, was);
    },
    onSettled: askAgain,
  });
  const setCues = useMutation({
    mutationKey: onPages,
    scope: { id: `pages of ${id}` },
    mutationFn: ({ page, cues, was }: { page: string; cues: string; was: string }) => {
      const base = (missed.current.get(`cues of ${page}`) ?? was) as string;
      return call(client.PUT('/api/lessons/{id}/pages/{page}/cues', { ...at(page), body: { cues, base } }));
    },
    onMutate: async ({ page, cues }) => {
      await holdOff();
      showPage(page, { cues });
    },
    onSuccess: async ({ cues }, { page }) => {
      await holdOff();
      missed.current.delete(`cues of ${page}`);
      if (isLast()) showPage(page, { cues });
    },
    onError: (_, { page, was }) => {
      if (!missed.current.has(`cues of ${page}`)) missed.current.set(`cues of ${page}`, was);
    },
    onSettled: askAgain,
  });
  const replacePicture = useMutation({
    mutationFn: ({ page, upload, number }: { page: LessonPage; upload: string; number: number }) =>
      call(client.PUT('/api/lessons/{id}/pages/{page}/picture', { ...at(page.id), body: { upload, number } })),
    onSuccess: (_, { page: { id: page, picture, smallPicture, height } }) => {
      if (!picture || !smallPicture) return;
      const body = { picture, smallPicture, height };
      offerUndo('The picture was replaced. Ink and cues are still there.', () =>
        call(client.PUT('/api/lessons/{id}/pages/{page}/picture', { ...at(page), body })).then(refresh),
      );
    },
    ...settled,
  });
  const describe = useMutation({
    mutationFn: ({ was, ...facts }: Said & { readonly was: Said }) =>
      call(client.PATCH('/api/lessons/{id}', { params: { path: { id } }, body: { ...facts, was } })),
    onMutate: ({ was: _, ...facts }) =>
      queries.setQueryData<Lesson>(key, (before) => before && { ...before, ...facts }),
    ...settled,
  });
  const all = [order, addBoard, addWindow, duplicate, remove, setBackdrop, setThings, setCues, describe];
  return {
    /** The pages as they are, or as they will be once the server has put them in the order that was asked for. */
    pages: wanted ? inOrder(lesson.pages, wanted) : lesson.pages,
    /** What of all this did not work, as long as it was not tried again. */
    failure: all.find(({ error }) => error)?.error ?? null,
    /** Puts the pages in an order of their ids, at once on the screen. */
    reorder(pages: readonly string[]) {
      setWanted(pages);
      order.mutate(pages);
    },
    addBoard,
    addWindow,
    duplicate,
    remove,
    setBackdrop,
    setThings,
    setCues,
    replacePicture,
    describe,
    refresh,
  };
}
export type PageActs = ReturnType<typeof usePageActs>;
