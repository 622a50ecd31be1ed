import { jest } from '@jest/globals';
import { act, cleanup, render } from '@testing-library/react';
import { Problem, UNREACHABLE } from './client.ts';
import { useSending, type Sending } from './useSending.ts';

let sender: ReturnType<typeof useSending>;
const seen: (Sending | null)[] = [];
function Sender() {
  sender = useSending();
  seen.push(sender.sending);
  return null;
}
const away = () => Promise.reject(new Problem(0, UNREACHABLE, 'away'));

beforeEach(() => {
  seen.length = 0;
  jest.useFakeTimers();
  render(<Sender />);
});
afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

/** Begins to send something; what comes of it is waited for later. */
function begun<T>(work: (way: { header: { 'Idempotency-Key': string } }) => Promise<T>): {
  readonly answer: Promise<T | null>;
} {
  let answer: Promise<T | null> = Promise.resolve(null);
  act(() => void (answer = sender.send(work)));
  return { answer };
}
/** Lets so many seconds pass. */
const pass = (seconds: number) => act(() => jest.advanceTimersByTimeAsync(seconds * 1000));

it('sends again by itself under the same key until it arrives', async () => {
  const keys: string[] = [];
  const sent = begun(({ header }) => {
    keys.push(header['Idempotency-Key']);
    return keys.length < 4 ? away() : Promise.resolve('arrived');
  });
  await pass(0.5);
  expect(seen.at(-1)).toMatchObject({ line: 'away' });
  await pass(10);
  expect([keys.length, new Set(keys).size, await sent.answer]).toEqual([4, 1, 'arrived']);
  expect(seen.at(-1)).toBeNull();
});

it('goes on at once when the browser says that the line is back', async () => {
  let tries = 0;
  begun(() => ((tries += 1) < 6 ? away() : Promise.resolve('arrived')));
  for (let i = 0; i < 5; i += 1) {
    await pass(0);
    act(() => void window.dispatchEvent(new Event('online')));
  }
  await pass(0);
  expect(tries).toBe(6);
});

it('stops when somebody says so, and says that nothing was changed', async () => {
  let tries = 0;
  const sent = begun(() => ((tries += 1), away()));
  await pass(1.5);
  act(() => sender.cancel());
  const before = tries;
  await pass(60);
  expect([tries, await sent.answer, sender.sending]).toEqual([before, null, null]);
  expect((sender.failure as Problem).message).toContain('Nothing was changed');
});

it('does not send again what is refused, and one press is one act', async () => {
  let tries = 0;
  const press = () => begun(() => ((tries += 1), Promise.reject(new Problem(415, 'wrong-kind-of-file', 'No'))));
  const twice = [press(), press()];
  await pass(0);
  expect([tries, await Promise.all(twice.map((one) => one.answer))]).toEqual([1, [null, null]]);
  expect((sender.failure as Problem).code).toBe('wrong-kind-of-file');
});
