import { QueryObserver } from '@tanstack/react-query';
import { applyChange } from './changes.ts';
import { lessonKey, type Lesson } from './lessons.ts';
import { Queries } from './queries.ts';

const lessonOf = (pages: number, revision = 1) =>
  ({ revision, pages: Array.from({ length: pages }) }) as unknown as Lesson;

/** A lesson on screen whose answers come when the test lets them. */
function onScreen() {
  const queries = new Queries();
  const answers: ((lesson: Lesson) => void)[] = [];
  const queryFn = () => new Promise<Lesson>((answer) => answers.push(answer));
  const end = new QueryObserver(queries, { queryKey: lessonKey('l'), queryFn, staleTime: Infinity }).subscribe(
    () => undefined,
  );
  const settled = () => new Promise((done) => setTimeout(done));
  return { queries, answers, end, settled, here: () => queries.getQueryData<Lesson>(lessonKey('l')) };
}

it('a lesson that is changed while it is fetched for the first time is asked for once more', async () => {
  const { queries, answers, end, settled, here } = onScreen();
  applyChange(queries, { kind: 'lesson', id: 'l' });
  await settled();
  answers[0]!(lessonOf(0));
  await settled();
  expect(answers).toHaveLength(2);
  answers[1]!(lessonOf(3));
  await settled();
  expect(here()?.pages).toHaveLength(3);
  end();
});

it('a lesson that is here as it was told is not asked for again', async () => {
  const { queries, answers, end, settled } = onScreen();
  answers[0]!(lessonOf(1, 4));
  await settled();
  applyChange(queries, { kind: 'lesson', id: 'l', revision: 4 });
  await settled();
  expect(answers).toHaveLength(1);
  applyChange(queries, { kind: 'lesson', id: 'l', revision: 5 });
  await settled();
  expect(answers).toHaveLength(2);
  end();
});
