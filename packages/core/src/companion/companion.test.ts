import { ZERO } from '../clock/index.ts';
import type { Stroke } from '../log/index.ts';
import { inMessages, LARGEST_MESSAGE, readFromDevice, readFromRoom, type FromDevice } from './index.ts';

const PEN = { colour: '#26221b', width: 4 };
const said: readonly FromDevice[] = [
  { kind: 'pong', t: 5, here: 1200.5 },
  { kind: 'pen', n: 1, act: { act: 'down', page: 'p1', pen: PEN, point: [1, 2, 0.5, 900] } },
  { kind: 'pen', n: 2, act: { act: 'move', points: [[1, 2, 0.5, 900]] } },
  { kind: 'pen', n: 3, act: { act: 'up' } },
  { kind: 'pen', n: 4, act: { act: 'erase', page: 'p1', drag: 1, point: [1, 2, 0.5, 900] } },
  { kind: 'pen', n: 5, act: { act: 'undo' } },
];

describe('what a device says', () => {
  it.each(said)('is read as it was written: %j', (message) => {
    expect(readFromDevice(JSON.parse(JSON.stringify(message)))).toEqual(message);
  });
  it('is read without what it may not say', () => {
    expect(readFromDevice({ kind: 'pong', t: 1, here: 2, device: '9', extra: [] })).toEqual({
      kind: 'pong',
      t: 1,
      here: 2,
    });
  });
  it.each([
    null,
    [],
    'pen',
    7,
    {},
    { kind: 'pen' },
    { kind: 'pen', n: -1, act: { act: 'up' } },
    { kind: 'pen', n: 1, act: null },
    { kind: 'pen', n: 1, act: { act: 'move', points: [[1, 2, 3]] } },
    { kind: 'pen', n: 1, act: { act: 'move', points: Array(2001).fill([1, 2, 0.5, 900]) } },
    { kind: 'pen', n: 1, act: { act: 'down', page: 'p', pen: { colour: 'red', width: 4 }, point: [1, 2, 0.5, 9] } },
    { kind: 'pen', n: 1, act: { act: 'down', page: 'p', pen: PEN, point: [1e9, 2, 0.5, 9] } },
    { kind: 'closed' },
  ])('is not %j', (message) => {
    expect(readFromDevice(message)).toBeNull();
  });
});

describe('what a room says', () => {
  it.each([
    { kind: 'taken', to: '1', n: 3 },
    { kind: 'ping', t: 1.5 },
    { kind: 'closed' },
    { kind: 'let-in', to: '1' },
    { kind: 'marks', marks: [{ id: 'a' }] },
    { kind: 'page', page: { id: 'p' }, name: 'Page 1', height: 900, top: 0, state: 'ready', pens: [] },
  ])('is read: %j', (message) => {
    expect(readFromRoom(message)).toEqual(message);
  });
  it.each([
    null,
    { kind: 'let-in' },
    { kind: 'marks', marks: [null] },
    { kind: 'page', page: null },
    { kind: 'ping' },
    { kind: 'taken', to: {}, n: 1 },
  ])('is not %j', (message) => {
    expect(readFromRoom(message)).toBeNull();
  });
});

it('marks are said in messages that are small enough, and none is lost', () => {
  const stroke = (id: string, points: number): Stroke => ({
    id,
    page: 'p1',
    at: ZERO,
    pen: PEN,
    points: Array.from({ length: points * 4 }, (_, i) => 12_345 + i),
  });
  const marks = [stroke('a', 10), stroke('long', 9000), ...Array.from({ length: 300 }, (_, i) => stroke(`s${i}`, 60))];
  const lists = inMessages(marks);
  for (const list of lists)
    expect(new TextEncoder().encode(JSON.stringify({ kind: 'marks', marks: list })).length).toBeLessThanOrEqual(
      LARGEST_MESSAGE,
    );
  const names = new Set(lists.flat().map((mark) => mark.id.split('#')[0]));
  expect(names).toEqual(new Set(marks.map((mark) => mark.id)));
  const pieces = lists.flat().filter((mark): mark is Stroke => mark.id.startsWith('long'));
  expect(pieces.at(-1)!.points.at(-1)).toBe(marks[1]!.points.at(-1));
  expect(inMessages([])).toEqual([]);
});
