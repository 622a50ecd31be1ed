import { micros } from '@oakbell/core/clock';
import { readParts, type SheetEvent } from '@oakbell/core/worksheets';
import { sendKeptParts } from './keptParts.ts';
import { memoryParts, type KeptPart, type PartStore } from './sheetParts.ts';
import { SheetSender, type PartAnswer, type SheetState } from './sheetSender.ts';

const turn = () => new Promise((resolve) => setImmediate(resolve));
const stroke = (id: string): SheetEvent => ({
  ...{ kind: 'stroke', at: micros(1000), stroke: id, page: 'p', pen: { colour: '#26221b', width: 5 } },
  points: [0, 0, 128, 0],
});
const strokesIn = (parts: readonly Pick<KeptPart, 'events'>[]) =>
  readParts(parts.map(({ events }) => events)).flatMap((one) => (one.kind === 'stroke' ? one.stroke : []));

/** A sheet that is written on by hand, and a school that answers what it is told to. Time goes on when it is said. */
function atTheDesk({ store = memoryParts() }: { readonly store?: PartStore } = {}) {
  const arrived: KeptPart[] = [];
  const states: SheetState[] = [];
  const school = { says: 'saved' as PartAnswer, fails: false };
  let [now, timers] = [0, [] as { readonly at: number; readonly work: () => void }[]];
  const sender = new SheetSender({
    whose: { person: 'wren', assignment: 'a', visit: 'v' },
    store,
    send: (part) => {
      const { says, fails } = school;
      if (fails) return Promise.reject(new SyntaxError('no JSON'));
      if (says === 'saved') arrived.push(part);
      return Promise.resolve(says);
    },
    later: {
      after(ms, work) {
        const timer = { at: now + ms, work };
        timers.push(timer);
        return () => void (timers = timers.filter((one) => one !== timer));
      },
    },
    now: () => new Date(now),
    onState: (state) => states.push(state),
  });
  const passes = async (ms: number) => {
    const until = now + ms;
    for (;;) {
      const [next] = timers.filter(({ at }) => at <= until).sort((a, b) => a.at - b.at);
      if (!next) break;
      now = next.at;
      timers = timers.filter((one) => one !== next);
      next.work();
      await turn();
    }
    now = until;
    await turn();
  };
  return { sender, store, arrived, school, passes, state: () => states.at(-1)?.kind };
}

it('keeps what is written at once, sends it after a second as one part, and keeps it no longer', async () => {
  const { sender, store, arrived, passes, state } = atTheDesk();
  sender.write(stroke('a'));
  expect(state()).toBe('saving');
  await passes(250);
  expect(strokesIn(await store.all())).toEqual(['a']);
  sender.write(stroke('b'));
  await passes(700);
  expect(arrived).toHaveLength(0);
  await passes(100);
  expect(arrived.map(({ number }) => number)).toEqual([0]);
  expect(strokesIn(arrived)).toEqual(['a', 'b']);
  expect([await store.all(), state()]).toEqual([[], 'saved']);
});

it('waits while the school is away, says so, and sends everything in its order when it is back', async () => {
  const { sender, store, arrived, school, passes, state } = atTheDesk();
  school.says = 'away';
  for (const id of ['a', 'b', 'c']) {
    sender.write(stroke(id));
    await passes(1500);
  }
  expect(state()).toBe('away');
  expect(strokesIn(await store.all())).toEqual(['a', 'b', 'c']);
  expect(await sender.flush()).toBe(false);
  school.says = 'saved';
  sender.wake();
  await turn();
  await turn();
  await passes(0);
  expect(strokesIn(arrived)).toEqual(['a', 'b', 'c']);
  expect(arrived.map(({ number }) => number)).toEqual([0, 1, 2]);
  expect(await sender.flush()).toBe(true);
  expect(await store.all()).toEqual([]);
});

it('tries again when what goes wrong is no word of the school', async () => {
  const { sender, arrived, school, passes } = atTheDesk();
  school.fails = true;
  sender.write(stroke('a'));
  await passes(1100);
  expect(arrived).toHaveLength(0);
  school.fails = false;
  await passes(1000);
  expect(strokesIn(arrived)).toEqual(['a']);
});

it('tells what the school refuses, and sends nothing more', async () => {
  const { sender, store, arrived, school, passes, state } = atTheDesk();
  school.says = { refused: 'This is being marked already.' };
  sender.write(stroke('a'));
  await passes(1100);
  school.says = 'saved';
  sender.write(stroke('b'));
  await passes(5000);
  expect([state(), arrived, await sender.flush()]).toEqual(['refused', [], false]);
  expect(strokesIn(await store.all())).toEqual(['a', 'b']);
});

it('says that this browser keeps nothing, where it has no room', async () => {
  const full: PartStore = { ...memoryParts(), keep: () => Promise.reject(new Error('full')) };
  const { sender, school, passes, state } = atTheDesk({ store: full });
  school.says = 'away';
  sender.write(stroke('a'));
  await passes(1600);
  expect(state()).toBe('away');
  school.says = 'saved';
  sender.wake();
  await passes(0);
  expect(await sender.flush()).toBe(true);
});

it('sends what a browser that was closed had not sent, once, and says what is refused', async () => {
  const { sender, store, passes, school } = atTheDesk();
  school.says = 'away';
  sender.write(stroke('a'));
  await passes(1100);
  sender.write(stroke('b'));
  // Only what was kept is there afterwards.
  await passes(250);
  const sent: KeptPart[] = [];
  const take = (part: KeptPart): Promise<PartAnswer> => {
    sent.push(part);
    return Promise.resolve(part.number === 0 ? 'saved' : { refused: 'The sheet is full.' });
  };
  navigatorLocks();
  expect(await sendKeptParts('another', { store, send: take })).toEqual([]);
  expect(await sendKeptParts(undefined, { store, send: take })).toEqual(['The sheet is full.']);
  expect([strokesIn(sent), await store.all()]).toEqual([['a', 'b'], []]);
});

/** Locks that nobody else holds: there are none where tests run. */
function navigatorLocks(): void {
  const request = (_: string, __: object, work: (lock: object) => Promise<void>) => work({});
  Object.defineProperty(globalThis, 'navigator', { value: { locks: { request } }, configurable: true });
}
