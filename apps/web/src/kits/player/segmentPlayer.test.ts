import { jest } from '@jest/globals';
import { fromSeconds, micros, toSeconds } from '@oakbell/core/clock';
import { programmeOf } from '@oakbell/core/edits';
import { SegmentPlayer } from './segmentPlayer.ts';

/** A media element that moves only when the test says so. */
class FakeAudio {
  currentTime = 0;
  paused = true;
  muted = false;
  volume = 1;
  ended = false;
  playbackRate = 1;
  preload = '';
  preservesPitch = false;
  refuse: Error | null = null;
  children: FakeAudio[] = [];
  src = '';
  readonly #listeners = new Map<string, (() => void)[]>();
  addEventListener(kind: string, listener: () => void): void {
    this.#listeners.set(kind, [...(this.#listeners.get(kind) ?? []), listener]);
  }
  tell(kind: string): void {
    for (const listener of this.#listeners.get(kind) ?? []) listener();
  }
  play(): Promise<void> {
    if (this.refuse) return Promise.reject(this.refuse);
    this.paused = false;
    return Promise.resolve();
  }
  pause(): void {
    this.paused = true;
  }
  replaceChildren(...children: FakeAudio[]): void {
    this.children = children;
  }
  removeAttribute(): void {}
  loads = 0;
  load(): void {
    this.loads += 1;
    this.currentTime = 0;
    this.paused = true;
  }
}

const s = fromSeconds;
const programme = programmeOf({
  version: 2,
  segments: [
    { id: 'a', takeId: 't1', start: s(2), end: s(6) },
    { id: 'b', takeId: 't2', start: s(0), end: s(3) },
    { id: 'c', takeId: 't1', start: s(8), end: s(9) },
  ],
});

const opened: SegmentPlayer[] = [];
afterEach(() => {
  for (const player of opened.splice(0)) player.close();
});
function playing(played = programme) {
  const made: FakeAudio[] = [];
  let frames: (() => void)[] = [];
  Object.assign(globalThis, {
    document: {
      createElement: (name: string) => {
        const element = new FakeAudio();
        if (name === 'audio') made.push(element);
        return element;
      },
    },
    requestAnimationFrame: (step: () => void) => frames.push(step),
    cancelAnimationFrame: () => (frames = []),
  });
  let signed = 'now';
  const sign = (next: string) => (signed = next);
  const player = new SegmentPlayer(played, (takeId) => [{ src: `/${takeId}?${signed}`, type: 'audio/ogg' }]);
  opened.push(player);
  const frame = () => {
    const due = frames;
    frames = [];
    for (const step of due) step();
  };
  const ticks: number[] = [];
  player.onTick((time) => ticks.push(toSeconds(time)));
  return { player, t1: made[0]!, t2: made[2]!, made, frame, ticks, sign };
}
/** The going over to the next segment is a matter of milliseconds, of the machine's own clock. */
const aMoment = () => new Promise((resolve) => setTimeout(resolve, 60));

describe('playing a programme of takes', () => {
  it('opens a take twice where the programme leaps within it, and once where it does not', () => {
    const { made } = playing();
    expect(made.map((element) => element.preservesPitch)).toEqual([true, true, true]);
  });
  it('goes to the right moment of the right take', () => {
    const { player, t1, t2, ticks } = playing();
    player.seek(s(1));
    expect(t1.currentTime).toBe(3);
    player.seek(s(5.5));
    expect(t2.currentTime).toBe(1.5);
    player.seek(s(7.5));
    expect(t1.currentTime).toBe(8.5);
    expect(ticks).toEqual([1, 5.5, 7.5]);
    player.seek(s(99));
    expect(player.time).toBe(programme.length);
    player.seek(micros(-5));
    expect(player.time).toBe(0);
  });
  it('goes on where it is not seen: over a cut and to its end, without a frame of the screen', async () => {
    const { player, t1, t2, ticks } = playing();
    Object.assign(document, { visibilityState: 'hidden' });
    jest.useFakeTimers();
    try {
      player.seek(s(3));
      await player.play();
      t1.currentTime = 5.5;
      await jest.advanceTimersByTimeAsync(500);
      expect(ticks.at(-1)).toBe(3.5);
      t1.currentTime = 5.98;
      await jest.advanceTimersByTimeAsync(1000);
      expect([t2.paused, player.time >= s(4)]).toEqual([false, true]);
      player.seek(s(7.9));
      t1.currentTime = 9;
      await jest.advanceTimersByTimeAsync(1000);
      expect(player.getView().state).toBe('ended');
    } finally {
      jest.useRealTimers();
    }
  });
  it('is heard as long as there is a sound and nobody silences it', () => {
    const { player } = playing();
    expect(player.isHeard).toBe(true);
    player.silence(true);
    expect(player.isHeard).toBe(false);
  });
  it('moves on at the end of each segment, and ends with the last', async () => {
    const { player, t1, t2, frame } = playing();
    player.seek(s(0));
    await player.play();
    t1.currentTime = 5.0;
    frame();
    expect([t1.paused, t2.paused, t2.currentTime]).toEqual([false, true, 0]);
    t1.currentTime = 5.98;
    frame();
    await aMoment();
    expect([t1.paused, t2.paused]).toEqual([true, false]);
    t2.currentTime = 2.99;
    frame();
    await aMoment();
    expect([t2.paused, t1.paused, t1.currentTime]).toEqual([true, false, 8]);
    t1.currentTime = 9;
    frame();
    expect(player.getView().state).toBe('ended');
    await player.play();
    expect([player.getView().state, t1.currentTime]).toEqual(['playing', 2]);
  });
  it('tells programme time at every frame while it plays and where it is paused, and none while it is', async () => {
    const { player, t1, frame, ticks } = playing();
    player.seek(s(0));
    await player.play();
    t1.currentTime = 2.5;
    frame();
    t1.currentTime = 2.7;
    player.pause();
    frame();
    expect(ticks).toEqual([0, 0.5, 0.7]);
    expect(player.getView().state).toBe('paused');
  });
  it('tells how far it played before it goes elsewhere', async () => {
    const { player, t1, ticks } = playing();
    player.seek(s(0));
    await player.play();
    t1.currentTime = 2.4;
    player.seek(s(3));
    expect(ticks).toEqual([0, 0.4, 3]);
  });
  it('goes by the clock of the machine where nothing is heard: under a card, and where writing is sped up', async () => {
    const segments = [
      {
        id: 'c',
        takeId: 'card-c',
        start: s(0),
        end: s(0.05),
        card: { title: 'Tides', line: '', ground: 'oak' as const },
      },
      { id: 'f', takeId: 't1', start: s(2), end: s(6), speed: 4, sound: { kind: 'room' as const } },
    ];
    const { player, frame, made } = playing(programmeOf({ version: 2, segments }));
    expect(made).toHaveLength(0);
    player.seek(s(0));
    await player.play();
    await aMoment();
    frame();
    await aMoment();
    frame();
    expect(toSeconds(player.time)).toBeGreaterThan(0.1);
    player.pause();
    const stood = player.time;
    await aMoment();
    expect(player.time).toBe(stood);
  });
  it('goes on to another programme with the sound that is loaded, standing where it is told', async () => {
    const { player, t1, t2, made, ticks } = playing();
    player.seek(s(1));
    await player.play();
    const cut = programme.segments.with(0, { ...programme.segments[0]!, start: s(2), end: s(3) });
    player.become(programmeOf({ version: 2, segments: cut }), s(2.5));
    expect([player.getView().state, toSeconds(player.time), ticks.at(-1)]).toEqual(['paused', 2.5, 2.5]);
    expect([t1.paused, t2.paused, t2.currentTime, made.length]).toEqual([true, true, 1.5, 3]);
    const more = [...cut, { id: 'd', takeId: 't3', start: s(0), end: s(4) }];
    player.become(programmeOf({ version: 2, segments: more }), s(99));
    expect([made.length, toSeconds(player.time)]).toEqual([4, 9]);
    player.become(programme, s(0));
    await player.play();
    expect([made.length, t1.paused, t1.currentTime]).toEqual([4, false, 2]);
  });
  it('sets the speed of every take', () => {
    const { player, t1, t2 } = playing();
    player.setSpeed(1.5);
    expect([t1.playbackRate, t2.playbackRate, player.getView().speed]).toEqual([1.5, 1.5, 1.5]);
  });
  it('tells how far it played at the speed that it had', async () => {
    const { player, t1 } = playing();
    await player.play();
    player.setSpeed(2.5);
    const told: unknown[] = [];
    player.onTick((time) => told.push([toSeconds(time), player.getView().speed]));
    t1.currentTime = 3;
    player.setSpeed(0.5);
    expect(told).toEqual([[1, 2.5]]);
  });
  it('says when it waits for the network, and when it goes on', async () => {
    const { player, t1 } = playing();
    player.seek(s(0));
    await player.play();
    t1.tell('waiting');
    expect(player.getView().state).toBe('waiting');
    t1.tell('playing');
    expect(player.getView().state).toBe('playing');
  });
  it('says in words when the sound cannot be started', async () => {
    const { player, t1 } = playing();
    t1.refuse = new Error('no');
    await player.play();
    expect(player.getView()).toMatchObject({ state: 'paused', fault: expect.stringContaining('could not be started') });
  });
});

describe('sound that is lost', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());
  const pass = (seconds: number) => jest.advanceTimersByTimeAsync(seconds * 1000);

  it('is fetched at once from where it is now, and goes on at the same place', async () => {
    const { player, t1, sign } = playing();
    await player.play();
    t1.currentTime = 4;
    sign('later');
    t1.tell('error');
    expect([t1.children[0]!.src, t1.currentTime, t1.paused]).toEqual(['/t1?later', 4, false]);
    expect(player.getView()).toMatchObject({ state: 'playing', fault: null });
  });
  it('is fetched again and again, less and less often, until it is there: then it goes on by itself', async () => {
    const { player, t1 } = playing();
    await player.play();
    t1.currentTime = 4;
    t1.tell('error');
    t1.tell('error');
    expect(player.getView()).toMatchObject({ state: 'waiting', fault: expect.stringContaining('by itself') });
    const asked = () => t1.loads;
    const before = asked();
    for (let i = 0; i < 60; i += 1) {
      await pass(1);
      if (t1.loads > before + i) t1.children[0]!.tell('error');
    }
    expect(asked() - before).toBeGreaterThan(8);
    expect(asked() - before).toBeLessThan(16);
    await pass(10);
    t1.tell('loadedmetadata');
    t1.tell('playing');
    expect([player.getView(), t1.currentTime, t1.paused]).toEqual([
      { state: 'playing', speed: 1, fault: null },
      4,
      false,
    ]);
  });
  it('is asked for at once when somebody presses play, also where it was refused from the first', async () => {
    const { player, t1 } = playing();
    t1.refuse = new DOMException('no source', 'NotSupportedError');
    t1.children[0]!.tell('error');
    t1.children[0]!.tell('error');
    await player.play();
    expect(player.getView().state).not.toBe('paused');
    t1.children[0]!.tell('error');
    t1.refuse = null;
    await pass(9);
    expect(t1.paused).toBe(false);
    t1.tell('canplay');
    t1.tell('playing');
    expect(player.getView()).toMatchObject({ state: 'playing', fault: null });
  });
  it('that neither plays nor arrives is asked for again; what still arrives, however slowly, is waited for', async () => {
    const { player, t1 } = playing();
    await player.play();
    await pass(3);
    expect(player.getView().state).toBe('waiting');
    for (let i = 0; i < 20; i += 1) {
      t1.tell('progress');
      await pass(1);
    }
    expect(t1.loads).toBe(0);
    await pass(9);
    expect(t1.loads).toBe(1);
    t1.currentTime = 5;
    await pass(1);
    expect(player.getView().state).toBe('playing');
  });
  it('of a later take stops nothing that plays now', async () => {
    const { player, t1, t2 } = playing();
    await player.play();
    t2.children[0]!.tell('error');
    t2.children[0]!.tell('error');
    t1.currentTime = 3;
    expect(player.getView()).toMatchObject({ state: 'playing', fault: expect.stringContaining('cannot be loaded') });
    await pass(1);
    t2.tell('canplay');
    expect(player.getView().fault).toBeNull();
  });
  it('of a lesson that was left is not asked for any more', async () => {
    const { player, t1 } = playing();
    await player.play();
    t1.tell('error');
    t1.tell('error');
    player.close();
    const before = t1.loads;
    await pass(60);
    expect(t1.loads).toBe(before);
  });
});
