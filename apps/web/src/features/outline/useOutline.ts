import { linesOf, orderWith, sectionsOf, type Target } from '@oakbell/core/outline';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { offerUndo } from '../../shared/ui/index.ts';

export type Page = Api['ClassPageDto'];
export type Item = Api['PageItemDto'];

/** The page of a class, and all that can be done to it. What is moved is there at once. */
export function useOutline(id: string) {
  const queries = useQueryClient();
  const queryKey = ['class-page', id];
  const path = { params: { path: { id } } };
  const found = useQuery({ queryKey, queryFn: () => call(client.GET('/api/classes/{id}/page', path)) });
  const refresh = () => queries.invalidateQueries({ queryKey });
  const put = (change: (page: Page) => Page) =>
    queries.setQueryData<Page>(queryKey, (page) => (page ? change(page) : page));
  const place = ({ item, target }: { readonly item: string; readonly target: Target }) =>
    call(client.PUT('/api/assignments/{id}/place', { params: { path: { id: item } }, body: target }));
  const move = useMutation({
    mutationFn: place,
    onMutate: async ({ item, target }) => {
      await queries.cancelQueries({ queryKey });
      put((page) => ({ ...page, items: movedIn(page.items, item, target) }));
    },
    onSettled: refresh,
  });
  const order = useMutation({
    mutationFn: (ids: string[]) => call(client.PUT('/api/classes/{id}/units', { ...path, body: { ids } })),
    onMutate: async (ids) => {
      await queries.cancelQueries({ queryKey });
      put((page) => ({ ...page, units: page.units.toSorted((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id)) }));
    },
    onSettled: refresh,
  });
  const ofUnit = (unit: string) => ({ params: { path: { id, unit } } });
  return {
    found,
    move,
    order,
    addUnit: (name: string) => call(client.POST('/api/classes/{id}/units', { ...path, body: { name } })).then(refresh),
    renameUnit: (unit: string, name: string) =>
      call(client.PATCH('/api/classes/{id}/units/{unit}', { ...ofUnit(unit), body: { name } })).then(refresh),
    /** The unit goes; Undo brings it back with what stood in it. */
    removeUnit: async (page: Page, { id: unit, name }: Api['ClassUnitDto']) => {
      const at = page.units.findIndex((one) => one.id === unit);
      const days = page.topics.flatMap((topic) => (topic.unitId === unit ? topic.day : []));
      const stood = page.items.filter((item) => item.unitId === unit).toSorted((a, b) => a.place - b.place);
      await call(client.DELETE('/api/classes/{id}/units/{unit}', ofUnit(unit)));
      void refresh();
      offerUndo(`${name} is no longer a unit. What stood in it is on the page still.`, async () => {
        const back = await call(client.POST('/api/classes/{id}/units', { ...path, body: { name, at, days } }));
        for (const { id: item, day } of stood) await place({ item, target: { unitId: back.id, day, before: null } });
        await refresh();
      });
    },
    takeOff: ({ id: word, lessonId, title }: Api['PageWordDto']) =>
      call(client.DELETE('/api/classes/{id}/words/{word}', { params: { path: { id, word } } }))
        .then(() =>
          offerUndo(`${title} is off the page.`, () =>
            call(client.POST('/api/classes/{id}/words', { ...path, body: { lessonId } })).finally(refresh),
          ),
        )
        .finally(refresh),
    say: (day: string, body: Api['TopicFactsDto']) =>
      call(client.PUT('/api/classes/{id}/days/{day}', { params: { path: { id, day } }, body })).then(refresh),
  };
}
export type OutlineActs = ReturnType<typeof useOutline>;

export const sectionsIn = ({ units, topics, items }: Page) => sectionsOf<Item>({ units, topics, items });
export const linesIn = (page: Page) => linesOf(sectionsIn(page));

/** The items once one of them is put there. */
export function movedIn(items: readonly Item[], id: string, { unitId, day, before }: Target): Item[] {
  const there = items
    .filter((item) => item.unitId === unitId && item.day === day)
    .toSorted((a, b) => a.place - b.place)
    .map((item) => item.id);
  const order = orderWith(there, id, before);
  return items.map((item) => {
    const place = order.indexOf(item.id);
    return place < 0 ? item : { ...item, unitId, day, place };
  });
}
