import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, type Api, type LibraryRow } from '../../shared/api/index.ts';
import { offerUndo } from '../../shared/ui/index.ts';

export type Course = Api['CourseDto'];
export type LibraryChange = Omit<Api['LibraryChangeDto'], 'ids'>;

export const useCourses = () => useQuery({ queryKey: ['courses'], queryFn: () => call(client.GET('/api/courses')) });
export const useTags = () =>
  useQuery({ queryKey: ['library', 'tags'], queryFn: () => call(client.GET('/api/library/tags')) });
export const usePreferences = () =>
  useQuery({ queryKey: ['preferences'], queryFn: () => call(client.GET('/api/preferences')) });

/** What can be done to courses, units and the place of lessons in them. */
export function useCourseActs() {
  const queries = useQueryClient();
  const refresh = () =>
    Promise.all(
      ['courses', 'library', 'lesson', 'about', 'preferences'].map((key) =>
        queries.invalidateQueries({ queryKey: [key] }),
      ),
    );
  const settled = { onSettled: refresh };
  const at = (id: string) => ({ params: { path: { id } } });
  const change = (ids: readonly string[], what: LibraryChange) =>
    call(client.POST('/api/library/changes', { body: { ids: [...ids], ...what } }));
  const acts = {
    addCourse: useMutation({
      mutationFn: (name: string) => call(client.POST('/api/courses', { body: { name } })),
      ...settled,
    }),
    addUnit: useMutation({
      mutationFn: ({ course, name }: { course: string; name: string }) =>
        call(client.POST('/api/courses/{id}/units', { ...at(course), body: { name } })),
      ...settled,
    }),
    renameCourse: useMutation({
      mutationFn: ({ id, name }: { id: string; name: string }) =>
        call(client.PATCH('/api/courses/{id}', { ...at(id), body: { name } })),
      ...settled,
    }),
    renameUnit: useMutation({
      mutationFn: ({ id, name }: { id: string; name: string }) =>
        call(client.PATCH('/api/units/{id}', { ...at(id), body: { name } })),
      ...settled,
    }),
    removeCourse: useMutation({
      mutationFn: (id: string) => call(client.DELETE('/api/courses/{id}', at(id))),
      ...settled,
    }),
    removeUnit: useMutation({ mutationFn: (id: string) => call(client.DELETE('/api/units/{id}', at(id))), ...settled }),
    share: useMutation({
      mutationFn: ({ course, person }: { course: string; person: string }) =>
        call(client.POST('/api/courses/{id}/teachers', { ...at(course), body: { id: person } })),
      ...settled,
    }),
    unshare: useMutation({
      mutationFn: ({ course, person }: { course: string; person: string }) =>
        call(client.DELETE('/api/courses/{id}/teachers/{person}', { params: { path: { id: course, person } } })),
      ...settled,
    }),
    /** The same for all of these lessons; what it was before is offered back. */
    change: useMutation({
      mutationFn: ({ lessons, what }: { lessons: readonly LibraryRow[]; what: LibraryChange; said: string }) =>
        change(
          lessons.map((one) => one.id),
          what,
        ),
      onSuccess: (_, { lessons, what, said }) =>
        offerUndo(said, async () => {
          for (const [before, ids] of undone(lessons, what)) await change(ids, before);
          await refresh();
        }),
      ...settled,
    }),
    copy: useMutation({
      mutationFn: (id: string) => call(client.POST('/api/lessons/{id}/copies', at(id))),
      ...settled,
    }),
    setNaming: useMutation({
      mutationFn: (naming: string) => call(client.PUT('/api/preferences', { body: { naming } })),
      ...settled,
    }),
  };
  /** What of this did not work, as long as it was not tried again; dialogs say so themselves. */
  const failure =
    [acts.removeCourse, acts.removeUnit, acts.change, acts.copy].find(({ error }) => error)?.error ?? null;
  return { ...acts, failure };
}
export type CourseActs = ReturnType<typeof useCourseActs>;

/** What puts lessons back as they were, and which of them: those that were alike go back together. */
function undone(lessons: readonly LibraryRow[], what: LibraryChange): ReadonlyMap<LibraryChange, readonly string[]> {
  const groups = new Map<string, string[]>();
  for (const lesson of lessons) {
    const had = new Set(lesson.tags.map((tag) => tag.toLowerCase()));
    const before: LibraryChange = {
      ...('unitId' in what ? { unitId: lesson.unitId } : {}),
      ...('archived' in what ? { archived: lesson.archived } : {}),
      ...('savedAs' in what ? { savedAs: lesson.savedAs } : {}),
      ...('courseMay' in what ? { courseMay: lesson.courseMay } : {}),
      ...(what.addTags ? { removeTags: what.addTags.filter((tag) => !had.has(tag.toLowerCase())) } : {}),
      ...(what.removeTags ? { addTags: what.removeTags.filter((tag) => had.has(tag.toLowerCase())) } : {}),
    };
    const key = JSON.stringify(before);
    groups.set(key, [...(groups.get(key) ?? []), lesson.id]);
  }
  return new Map([...groups].map(([key, ids]) => [JSON.parse(key) as LibraryChange, ids]));
}

/** A unit with its course, found by the unit's id. */
export function placeOf(
  courses: readonly Course[],
  unitId: string | null,
): { readonly course: string; readonly unit: string; readonly lessons: number } | null {
  for (const course of courses) {
    const unit = course.units.find((one) => one.id === unitId);
    if (unit) return { course: course.name, unit: unit.name, lessons: unit.lessons };
  }
  return null;
}

/** All units to choose from, each under its course. */
export const unitChoices = (courses: readonly Course[]) =>
  courses
    .filter((course) => course.units.length > 0)
    .map((course) => ({
      group: course.name,
      items: course.units.map((unit) => ({ value: unit.id, label: unit.name })),
    }));

/** How many lessons, in words. */
export const lessonsText = (count: number): string => (count === 1 ? 'one lesson' : `${count} lessons`);
