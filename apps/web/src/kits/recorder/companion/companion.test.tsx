import { MantineProvider } from '@mantine/core';
import { act, cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useEffect, useState } from 'react';
import { here, plugIn } from '../../../../testing/soundHere.ts';
import { TakeRecorder } from '../capture/index.ts';
import { Companion } from './Companion.tsx';
import { CompanionHost, type CompanionView } from './companionHost.ts';

/** The line to the server, in the hands of the test. */
class FakeSocket {
  static readonly OPEN = 1;
  static last: FakeSocket | null = null;
  readyState = 0;
  readonly sent: { kind: string; to?: string; n?: number }[] = [];
  onopen: (() => void) | null = null;
  onmessage: ((event: { data: string }) => void) | null = null;
  onclose: ((event: { code: number }) => void) | null = null;
  constructor(readonly address: string) {
    FakeSocket.last = this;
  }
  send(text: string): void {
    this.sent.push(JSON.parse(text) as { kind: string });
  }
  close(): void {
    this.readyState = 3;
  }
  opens(): void {
    this.readyState = FakeSocket.OPEN;
    this.onopen?.();
  }
  hears(message: object): void {
    this.onmessage?.({ data: JSON.stringify(message) });
  }
}

const BOARD = { id: 'one', kind: 'board', height: 900, backdrop: { kind: 'blank' } } as const;
const PEN = { colour: 'ink', width: 5 };
const ROOM = { id: 'room', code: '482913', expiresAt: '2026-03-02T09:00:00Z' };

function Devices({ recorder }: { recorder: TakeRecorder }) {
  const [view, setView] = useState<CompanionView | null>(null);
  const [host, setHost] = useState<CompanionHost | null>(null);
  useEffect(() => {
    const made = new CompanionHost('room', {
      recorder,
      pageNamed: () => ({ page: BOARD, small: null, name: 'Page 1', cues: '' }),
      pens: () => [],
      painted: () => undefined,
      viewed: setView,
    });
    setHost(made);
    return () => made.close();
  }, [recorder]);
  return (
    <Companion
      room={ROOM as never}
      view={view}
      opening={false}
      failure={null}
      open={() => undefined}
      letIn={(name) => host?.letIn(name)}
      cutOff={(name) => host?.cutOff(name)}
    />
  );
}

async function openRoom() {
  plugIn();
  Object.assign(globalThis, { WebSocket: FakeSocket });
  const setup = { lessonId: 'l', firstPage: 'one', earlierInk: () => [], earlierHeight: () => null, takeOver: false };
  const recorder = (await TakeRecorder.listen(setup, null)) as TakeRecorder;
  render(
    <MantineProvider>
      <Devices recorder={recorder} />
    </MantineProvider>,
  );
  const line = FakeSocket.last!;
  act(() => line.opens());
  return { recorder, line, hand: userEvent.setup() };
}
afterEach(cleanup);

it('a device asks with its number, and writes only after the teacher’s yes', async () => {
  const { line, hand, recorder } = await openRoom();
  act(() => line.hears({ kind: 'asks', device: '37', words: 'Firefox on Android' }));
  expect(screen.getByText(/Device 37, Firefox on Android, asks to write/)).toBeTruthy();
  await hand.click(screen.getByRole('button', { name: 'Let in' }));
  expect(line.sent).toContainEqual({ kind: 'let-in', to: '37' });
  act(() => line.hears({ kind: 'joined', device: '37', words: 'Firefox on Android' }));
  expect(screen.getByRole('status').textContent).toBe('1 device writes along');
  expect(line.sent.some((message) => message.kind === 'page' && message.to === '37')).toBe(true);
  expect(recorder.ink.marksOn('one')).toHaveLength(0);
});

it('what a device wrote becomes ink of the take, each act once however often it is sent', async () => {
  const { line, recorder } = await openRoom();
  await act(() => recorder.start(0));
  act(() => here.hears(1));
  act(() => line.hears({ kind: 'joined', device: '37', words: 'a tablet' }));
  const down = {
    kind: 'pen',
    device: '37',
    n: 1,
    act: { act: 'down', page: 'one', pen: PEN, point: [100, 100, 0.5, 0] },
  };
  const move = {
    kind: 'pen',
    device: '37',
    n: 2,
    act: {
      act: 'move',
      points: [
        [300, 120, 0.5, 20],
        [500, 130, 0.5, 40],
      ],
    },
  };
  const up = { kind: 'pen', device: '37', n: 3, act: { act: 'up' } };
  act(() => [down, move, move, up, up].forEach((message) => line.hears(message)));
  expect(recorder.ink.marksOn('one')).toHaveLength(1);
  expect(line.sent.filter((message) => message.kind === 'taken').at(-1)).toMatchObject({ to: '37', n: 3 });
});

it('a device that is cut off is gone from the list; a line that is lost is said of those that were here', async () => {
  const { line, hand } = await openRoom();
  act(() => line.hears({ kind: 'joined', device: '37', words: 'a tablet' }));
  act(() => line.onclose?.({ code: 1006 }));
  expect(screen.getByText(/lost its line/)).toBeTruthy();
  await hand.click(screen.getByRole('button', { name: 'Cut off' }));
  expect(screen.queryByText(/Device 37/)).toBeNull();
});
