import { jest } from '@jest/globals';
import { MantineProvider } from '@mantine/core';
import { FIRST_PENS, type TakeEvent } from '@oakbell/core/log';
import { standingInk } from '@oakbell/core/marking';
import { act, cleanup, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { here, plugIn } from '../../../../testing/soundHere.ts';
import { ALARM_WORDS, spareWords, TakeRecorder, useRecorderView } from '../capture/index.ts';
import { RoomClock } from './RoomClock.tsx';
import { RunControls } from './RunControls.tsx';

const SETUP = {
  lessonId: 'lesson',
  firstPage: 'one',
  earlierInk: () => [],
  earlierHeight: () => null,
  takeOver: false,
};

function Controls({ recorder }: { recorder: TakeRecorder }) {
  const { state, alarms } = useRecorderView(recorder);
  const press = () => {
    if (state.kind === 'listening') void recorder.start(0);
    if (state.kind === 'recording') void recorder.pause();
    if (state.kind === 'paused') void recorder.goOn();
  };
  return (
    <>
      <RunControls recorder={recorder} onPress={press} onAgain={() => undefined} />
      <RoomClock recorder={recorder} targetMs={4000} />
      {alarms.map((alarm) => (
        <p key={alarm} role="alert">
          {ALARM_WORDS[alarm]}
        </p>
      ))}
    </>
  );
}

async function openRoom() {
  plugIn();
  const recorder = await TakeRecorder.listen(SETUP, null);
  if (typeof recorder === 'string') throw new Error(recorder);
  render(
    <MantineProvider>
      <Controls recorder={recorder} />
    </MantineProvider>,
  );
  return { recorder, hand: userEvent.setup() };
}
const button = (name: string) => screen.getByRole('button', { name });
const logged = () =>
  (here.worker?.orders ?? []).flatMap((order) => (order.kind === 'log' ? [order.text] : [])).join('');

afterEach(cleanup);

it('says why there is no microphone, and begins nothing', async () => {
  for (const [refused, fault] of [
    ['NotAllowedError', 'refused'],
    ['NotFoundError', 'none'],
    ['NotReadableError', 'busy'],
  ] as const) {
    plugIn(refused);
    expect(await TakeRecorder.listen(SETUP, null)).toBe(fault);
  }
});

it('records, pauses and goes on at the press of one button, which says what it does next', async () => {
  const { recorder, hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  expect(here.worker!.orders[0]).toMatchObject({ kind: 'begin', facts: { lessonId: 'lesson', takeOver: false } });
  await hand.click(button('Pause'));
  await screen.findByRole('button', { name: 'Go on' });
  expect(recorder.canWrite).toBe(true);
  await hand.click(button('Go on'));
  await screen.findByRole('button', { name: 'Pause' });
  expect(logged()).toContain('"kind":"paused"');
});

it('counts only what was let through, and says when the length aimed at is passed', async () => {
  const { hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  act(() => here.hears(5));
  await waitFor(() => expect(screen.getByRole('timer').textContent).toMatch(/^0:0[45]/));
  await screen.findByText(/over/);
});

it('stops once all sound is in, and is over when the server has the take whole', async () => {
  const { recorder, hand } = await openRoom();
  await hand.click(button('Record'));
  await hand.click(await screen.findByRole('button', { name: 'Stop' }));
  await waitFor(() => expect(here.worker!.orders.at(-1)).toEqual({ kind: 'finish', closings: 1 }));
  expect(recorder.view.state.kind).toBe('stopping');
  act(() => here.says({ kind: 'recorded', frames: 96_000, voice: null, films: new Map() }));
  expect(recorder.view.state).toMatchObject({ kind: 'recorded', length: 2e6, finished: false });
  act(() => here.says({ kind: 'finished', frames: 96_000 }));
  expect(recorder.view.state).toMatchObject({ finished: true });
  recorder.close();
  expect(here.worker!.isOver).toBe(true);
});

it('tells at once that the microphone is gone, and that another window has taken over', async () => {
  const { hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  act(() => void here.track!.dispatchEvent(new Event('ended')));
  expect(screen.getByRole('alert').textContent).toBe(ALARM_WORDS['microphone-gone']);
  act(() => here.says({ kind: 'taken-over' }));
  await waitFor(() => expect(here.worker!.orders.at(-1)).toMatchObject({ kind: 'finish' }));
});

it('takes a sentence back to the last pause in speech, with the page that was up then', async () => {
  const { recorder, hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  act(() => here.hears(3, 0.3));
  act(() => here.hears(1, 0.0001));
  act(() => here.hears(2, 0.3));
  act(() => recorder.turnTo('two'));
  await hand.click(button('Say that again'));
  await waitFor(() => expect(recorder.view.state).toMatchObject({ kind: 'countdown' }));
  expect(recorder.view.page).toBe('one');
  expect(logged()).toContain('"kind":"said-again"');
  expect(recorder.length).toBeLessThan(recorder.now);
});

it('marks what was lost, says so at once with what to do, and not while the microphone is known to be gone', async () => {
  const { recorder, hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  act(() => here.hears(2));
  act(() => here.loses(800));
  expect(logged()).toContain('{"kind":"sound-lost","at":2000000,"lastedMs":800}');
  expect(screen.getByRole('alert').textContent).toBe(ALARM_WORDS['voice-lost']);
  expect(recorder.view.lostMs).toBe(800);
  act(() => void here.track!.dispatchEvent(new Event('ended')));
  act(() => here.loses(500));
  expect(recorder.view.alarms).toEqual(['microphone-gone']);
});

it('a microphone that says nothing at all is told of as such, and what it did not say is marked', async () => {
  const { recorder, hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  act(() => here.loses(1000, 'nothing'));
  expect(recorder.view).toMatchObject({ alarms: ['silent'], lostMs: 0, shed: 0 });
  expect(logged()).toContain('"kind":"sound-lost"');
});

it('spares the machine for the voice in the order that is told, and gives it back', async () => {
  const { recorder, hand } = await openRoom();
  await hand.click(button('Record'));
  await screen.findByRole('button', { name: 'Pause' });
  act(() => here.loses(50));
  expect([recorder.view.shed, recorder.films.view.hidden]).toEqual([1, false]);
  expect(spareWords(1, true)).toMatch(/fewer pictures/);
  const [clock, begun] = [jest.spyOn(performance, 'now'), performance.now()];
  clock.mockReturnValue(begun + 1100);
  act(() => here.loses(50));
  expect([recorder.view.shed, recorder.films.view.hidden]).toEqual([2, true]);
  for (const after of [21_200, 41_300]) {
    clock.mockReturnValue(begun + after);
    act(() => here.hears(0.1));
  }
  expect([recorder.view.shed, recorder.films.view.hidden]).toEqual([0, false]);
  clock.mockRestore();
});

describe('ink before a take', () => {
  const write = (recorder: TakeRecorder, x: number) => {
    const at = { x, y: 10, pressure: 0.5, at: recorder.now };
    recorder.ink.penDown({ page: 'one', pen: FIRST_PENS[0]!, manner: { paused: true } }, at);
    recorder.ink.penUp();
  };
  const strokesIn = (log: string) => log.split('\n').filter((line) => line.includes('"kind":"stroke"'));

  it('is written without a microphone, is told of with each stroke, and the take begins with all of it', async () => {
    plugIn();
    let kept: readonly TakeEvent[] = [];
    const before = { events: () => kept, onChange: (events: readonly TakeEvent[]) => (kept = events) };
    const recorder = new TakeRecorder({ ...SETUP, before });
    expect([recorder.view.sound, recorder.canWrite]).toEqual(['opening', true]);
    write(recorder, 10);
    write(recorder, 20);
    expect(kept.filter((event) => event.kind === 'stroke')).toHaveLength(2);
    // Nothing can be recorded until there is a microphone.
    await recorder.start(0);
    expect(recorder.view.state.kind).toBe('listening');
    expect(await recorder.attach(null)).toBeNull();
    expect(recorder.view.sound).toBe('there');
    await recorder.start(0);
    await waitFor(() => expect(recorder.view.state.kind).toBe('recording'));
    const first = strokesIn(logged());
    expect(first).toHaveLength(2);
    for (const line of first) expect(JSON.parse(line)).toMatchObject({ at: 0, paused: true });
    recorder.rubric('plan', 'l3');
    expect(logged()).toContain('"kind":"rubric"');
    recorder.close();
  });

  it('goes on from what was kept, and what is rubbed out is out of the take', async () => {
    plugIn();
    let kept: readonly TakeEvent[] = [];
    const before = { events: () => kept, onChange: (events: readonly TakeEvent[]) => (kept = events) };
    const first = new TakeRecorder({ ...SETUP, before });
    write(first, 10);
    write(first, 200);
    first.close();
    const second = new TakeRecorder({ ...SETUP, before });
    expect(second.ink.marksOn('one')).toHaveLength(2);
    second.ink.erase('one', { x: 10, y: 10, pressure: 0.5, at: second.now });
    expect(standingInk(kept)).toHaveLength(1);
    second.close();
  });

  it('is not there in a room for a lesson', () => {
    plugIn();
    const recorder = new TakeRecorder(SETUP);
    expect(recorder.canWrite).toBe(false);
    recorder.close();
  });
});
