import type { Backdrop, Thing } from '@oakbell/core/pages';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, lessonKey, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { offerUndo } from '../../shared/ui/index.ts';

const json = (value: object) => value as unknown as Record<string, never>;

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
    mutationFn: ({ page, backdrop }: { page: string; backdrop: Backdrop }) =>
      call(client.PUT('/api/lessons/{id}/pages/{page}/backdrop', { ...at(page), body: { backdrop: json(backdrop) } })),
    onMutate: ({ page, backdrop }) => showPage(page, { backdrop: json(backdrop) }),
    ...settled,
  });
  const setThings = useMutation({
    mutationFn: ({ page, things }: { page: string; things: readonly Thing[] }) =>
      call(client.PUT('/api/lessons/{id}/pages/{page}/things', { ...at(page), body: { things: things.map(json) } })),
    onMutate: ({ page, things }) => showPage(page, { things: things.map(json) }),
  });
  const setCues = useMutation({
    mutationFn: ({ page, cues }: { page: string; cues: string }) =>
      call(client.PUT('/api/lessons/{id}/pages/{page}/cues', { ...at(page), body: { cues } })),
    onMutate: ({ page, cues }) => showPage(page, { cues }),
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
    mutationFn: (facts: {
      goal?: string;
      targetMs?: number;
      unitId?: string | null;
      savedAs?: 'opening' | 'template' | null;
    }) => call(client.PATCH('/api/lessons/{id}', { params: { path: { id } }, body: facts })),
    onMutate: (facts) => queries.setQueryData<Lesson>(key, (before) => before && { ...before, ...facts }),
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
