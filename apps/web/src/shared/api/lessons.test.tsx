import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import { lessonKey, useLesson, type Lesson } from './lessons.ts';
import { Queries } from './queries.ts';

afterEach(cleanup);

/** What the server is asked, answered when the test says so. */
const asked: ((lesson: object) => void)[] = [];
Object.assign(window, {
  answer: () =>
    new Promise((resolve) => {
      asked.push((lesson) => resolve(Response.json(lesson)));
    }),
});
const answered = async (of: object) => {
  await waitFor(() => expect(asked).not.toHaveLength(0));
  act(() => asked.shift()?.(of));
};
const lesson = (revision: number, title: string, cover: string) => ({
  ...{ id: 'tides', revision, title, pages: [], media: { base: '', files: [], until: '' } },
  ...{ edits: { version: 2, segments: [], cover }, history: {}, updatedAt: '' },
});
function Shown() {
  const { data } = useLesson('tides');
  const { cover } = (data?.edits ?? {}) as { cover?: string };
  return <p>{data ? `${data.title}, ${cover}` : 'asking'}</p>;
}

it('an answer that was on its way while a change was made does not undo it, and tells all else', async () => {
  const queries = new Queries();
  render(
    <QueryClientProvider client={queries}>
      <Shown />
    </QueryClientProvider>,
  );
  await answered(lesson(3, 'Tides', 'none'));
  await screen.findByText('Tides, none');
  // Somebody has renamed it; before that is told, the cover is changed here.
  void act(() => void queries.invalidateQueries({ queryKey: lessonKey('tides') }));
  act(() => {
    queries.setQueryData(lessonKey('tides'), lesson(4, 'Tides', 'a picture') as unknown as Lesson);
  });
  await answered(lesson(3, 'Springs', 'none'));
  await screen.findByText('Springs, a picture');
});
