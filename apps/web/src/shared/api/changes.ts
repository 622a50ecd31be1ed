import type { Change } from '@oakbell/core/formats';
import type { QueryClient } from '@tanstack/react-query';
import { lessonKey, type Lesson } from './lessons.ts';
import { inTurn } from './turns.ts';

/** What is on screen and may be old now, by the first word of its key. */
const TOUCHED: Readonly<Record<Change['kind'], readonly string[]>> = {
  lesson: ['library', 'changes', 'about', 'versions'],
  here: ['here'],
  course: ['courses', 'library', 'lesson'],
  class: ['class', 'classes', 'gradebook', 'class-page', 'joining', 'desk'],
  job: ['job', 'upload', 'hand-in', 'editions', 'rosters', 'worksheet'],
  edition: ['editions', 'library', 'about', 'desk', 'feedback', 'marking', 'hand-in', 'watched', 'class-page'],
  'hand-in': ['hand-in', 'versions', 'marking', 'gradebook', 'today', 'desk', 'feedback', 'class-page', 'news'],
  sheet: ['sheet', 'sheets'],
  answers: ['answers', 'answer', 'marking', 'hand-in', 'news'],
  questions: ['questions', 'news', 'desk'],
  assignment: ['desk', 'news', 'gradebook', 'class-page', 'lesson-assignments', 'marking', 'today', 'library', 'about'],
  watched: ['watched', 'today', 'marking', 'class-page'],
};

/** Has asked for again what a change touches, where it is on screen; the rest is asked for when it is looked at. */
export function applyChange(queries: QueryClient, change: Change): void {
  for (const name of TOUCHED[change.kind] ?? []) void queries.invalidateQueries({ queryKey: [name] });
  const lessonId = change.kind === 'lesson' ? change.id : change.of;
  if (!lessonId) return;
  // What this page changed itself it has already: it is looked at once its own change has been answered.
  void inTurn(lessonId, () => {
    const here = queries.getQueryData<Lesson>(lessonKey(lessonId));
    // Nothing is here where it is fetched for the first time: that may be answered from before the change.
    if (here && change.revision !== undefined && here.revision >= change.revision) return;
    void queries.invalidateQueries({ queryKey: lessonKey(lessonId) });
    for (const name of ['takes', 'captions']) void queries.invalidateQueries({ queryKey: [name, lessonId] });
  });
}
