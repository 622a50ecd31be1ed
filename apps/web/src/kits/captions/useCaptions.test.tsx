import { MOST_TYPED } from '@oakbell/core/captions';
import { micros } from '@oakbell/core/clock';
import { QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, render, waitFor } from '@testing-library/react';
import { Queries, type Lesson } from '../../shared/api/index.ts';
import { useTyping } from './useCaptions.ts';

interface Sent {
  readonly takeId: string;
  readonly start: number;
  readonly end: number;
  readonly text: string | null;
  readonly was: string | null;
}
/** A school that keeps lines as ours does: none over what was not seen, and so many in one go. */
function fakeSchool(count: number) {
  const stretches = Array.from({ length: count }, (_, i) => ({ takeId: 'a', start: i * 2e6, end: i * 2e6 + 2e6 }));
  const school = { texts: new Map<number, string>(), down: false, saves: 0 };
  const answer = async (request: Request) => {
    if (school.down) throw new TypeError('nobody is there');
    if (request.method === 'GET') {
      const lines = stretches.flatMap((one) => {
        const text = school.texts.get(one.start);
        return text === undefined ? [] : { ...one, text };
      });
      return Response.json({ lines, stretches });
    }
    const { lines } = (await request.clone().json()) as { lines: Sent[] };
    if (lines.length > MOST_TYPED) return Response.json({ code: 'not-valid', detail: 'Too many.' }, { status: 400 });
    if (lines.some(({ start, was }) => (school.texts.get(start) ?? null) !== was))
      return Response.json({ code: 'typed-meanwhile', detail: 'Somebody else typed there.' }, { status: 409 });
    school.saves += 1;
    for (const { start, text } of lines)
      if (text === null) school.texts.delete(start);
      else school.texts.set(start, text);
    return new Response(null, { status: 204 });
  };
  Object.assign(globalThis, { answer });
  const segments = [{ id: 's', takeId: 'a', start: micros(0), end: micros(count * 2e6) }];
  lesson = { id: `lesson ${(lessons += 1)}`, revision: 1, edits: { version: 2, segments } } as unknown as Lesson;
  return school;
}
let lessons = 0;
let lesson: Lesson;
let typing: ReturnType<typeof useTyping>;
let queries: Queries;
function Page() {
  typing = useTyping(lesson);
  return null;
}
async function open() {
  const shown = render(
    <QueryClientProvider client={queries}>
      <Page />
    </QueryClientProvider>,
  );
  await waitFor(() => expect(typing.rows).toBeDefined());
  return shown;
}
const texts = () => typing.rows!.map(({ text }) => text);
const type = (i: number, text: string | null) => act(() => typing.type(typing.rows![i]!.name, text));
const saved = () => act(() => typing.save());

beforeEach(() => {
  queries = new Queries({ defaultOptions: { queries: { retry: false } } });
  localStorage.clear();
  sessionStorage.setItem('oakbell.person', 'ilse');
});
afterEach(cleanup);

it('is saved once it rests, and what is emptied is typed no more', async () => {
  const school = fakeSchool(3);
  await open();
  type(0, 'One.');
  type(1, '');
  await waitFor(() => expect([...school.texts.values()]).toEqual(['One.', '']), { timeout: 3000 });
  await waitFor(() => expect(typing.state).toBe('saved'));
  type(0, null);
  await saved();
  expect([...school.texts.values()]).toEqual(['']);
  expect(texts()).toEqual([null, '', null]);
  expect(Object.keys(localStorage).filter((name) => name.includes('captions'))).toEqual([]);
});

it('is never typed over somebody else unseen: both are there, and saving once more puts one’s own in its place', async () => {
  const school = fakeSchool(2);
  await open();
  school.texts.set(0, 'Theirs.');
  type(0, 'Mine.');
  await saved();
  expect(typing.failure).toMatchObject({ code: 'typed-meanwhile' });
  await waitFor(() => expect(typing.rows![0]!.line.text).toBe('Theirs.'));
  expect(texts()[0]).toBe('Mine.');
  await saved();
  expect(school.texts.get(0)).toBe('Mine.');
  expect(typing.failure).toBeNull();
});

it('stays while the school is away, also for who opens it again, and goes in parts however much it became', async () => {
  const school = fakeSchool(MOST_TYPED + 5);
  const { unmount } = await open();
  school.down = true;
  for (let i = 0; i < MOST_TYPED + 5; i += 1) type(i, `Part ${i}`);
  await saved();
  expect(typing.state).toBe('away');
  unmount();
  school.down = false;
  queries = new Queries({ defaultOptions: { queries: { retry: false } } });
  await open();
  expect(texts()[7]).toBe('Part 7');
  await waitFor(() => expect(school.texts.size).toBe(MOST_TYPED + 5));
  expect(school.saves).toBe(2);
  await waitFor(() => expect(typing.state).toBe('saved'));
});
