import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';

export type Course = Api['CourseDto'];
export type LessonRow = Api['LessonRowDto'];

export const useCourses = () => useQuery({ queryKey: ['courses'], queryFn: () => call(client.GET('/api/courses')) });
export const useLessons = () => useQuery({ queryKey: ['lessons'], queryFn: () => call(client.GET('/api/lessons')) });
export const usePreferences = () =>
  useQuery({ queryKey: ['preferences'], queryFn: () => call(client.GET('/api/preferences')) });

/** What can be done to courses, units and the place of lessons in them. */
export function useCourseActs() {
  const queries = useQueryClient();
  const settled = {
    onSettled: () =>
      Promise.all(['courses', 'lessons', 'preferences'].map((key) => queries.invalidateQueries({ queryKey: [key] }))),
  };
  const at = (id: string) => ({ params: { path: { id } } });
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
    describe: useMutation({
      mutationFn: ({ id, ...facts }: { id: string; unitId?: string | null; savedAs?: 'opening' | 'template' | null }) =>
        call(client.PATCH('/api/lessons/{id}', { ...at(id), body: facts })),
      ...settled,
    }),
    setNaming: useMutation({
      mutationFn: (naming: string) => call(client.PUT('/api/preferences', { body: { naming } })),
      ...settled,
    }),
  };
  /** What of all this did not work, as long as it was not tried again. */
  const failure = Object.values(acts).find(({ error }) => error)?.error ?? null;
  return { ...acts, failure };
}
export type CourseActs = ReturnType<typeof useCourseActs>;

/** A unit with its course, found by the unit's id. */
export function placeOf(
  courses: readonly Course[],
  unitId: string | null,
): { readonly course: string; readonly unit: string } | null {
  for (const course of courses) {
    const unit = course.units.find((one) => one.id === unitId);
    if (unit) return { course: course.name, unit: unit.name };
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
