import { readThings, type Thing } from '@oakbell/core/pages';
import {
  changed,
  historyOf,
  layered,
  onTopOf,
  resized,
  stepBack,
  stepForward,
  without,
  withThing,
} from './thingEdits.ts';

const box = (id: string): Thing => ({
  id,
  kind: 'box',
  x: 100,
  y: 100,
  width: 200,
  height: 100,
  colour: '#26221b',
  stroke: 3,
});
const things = [box('a'), box('b'), box('c')];
const ids = (list: readonly Thing[]) => list.map((thing) => thing.id).join('');

describe('things on a page', () => {
  it('are taken back and done again step by step, until something new is done', () => {
    let history = changed(changed(historyOf(things), without(things, 'a')), []);
    history = stepBack(history);
    expect(ids(history.now)).toBe('bc');
    history = stepBack(stepBack(history));
    expect(ids(history.now)).toBe('abc');
    expect(ids(stepForward(history).now)).toBe('bc');
    expect(stepForward(changed(history, []))).toMatchObject({ now: [] });
  });
  it('move through the layers and stop at the ends', () => {
    expect(ids(layered(things, 'a', 1))).toBe('bac');
    expect(ids(layered(things, 'a', -1))).toBe('abc');
    expect(ids(layered(things, 'c', 1))).toBe('abc');
    expect(layered(things, 'x', 1)).toBe(things);
  });
  it('change alone', () => {
    expect(withThing(things, 'b', { x: 7 }).map((thing) => thing.x)).toEqual([100, 7, 100]);
  });
});

describe('what somebody else did to the page meanwhile', () => {
  it('is shown, and stays when one takes back and does again what one did oneself', () => {
    const mine = changed(changed(historyOf([box('a')]), [box('a'), box('b')]), [box('b')]);
    const theirs = [box('b'), box('x')];
    const history = onTopOf(theirs, mine, () => 'new');
    expect(ids(history.now)).toBe('bx');
    expect(ids(stepBack(history).now)).toBe('bxa');
    expect(ids(stepBack(stepBack(history)).now)).toBe('xa');
    expect(ids(stepForward(stepBack(history)).now)).toBe('bx');
  });

  it('is nothing where the server has only tidied what was sent: it is taken back as ever', () => {
    const [loose] = [{ ...box('a'), x: 100.4, note: 'dropped' }];
    const kept = readThings([loose]);
    const mine = changed(historyOf([]), [loose]);
    const history = onTopOf(kept.ok ? kept.things : [], mine, () => 'new');
    expect(history).toBe(mine);
    expect(stepBack(history).now).toEqual([]);
    const beside = onTopOf([...(kept.ok ? kept.things : []), box('x')], mine, () => 'new');
    expect(ids(stepBack(beside).now)).toBe('x');
  });
});

describe('resizing', () => {
  const rect = { x: 100, y: 100, width: 200, height: 100 };
  it('moves only the sides that are dragged', () => {
    expect(resized(rect, { x: 1, y: 0 }, { x: 50, y: 99 }, false)).toEqual({ ...rect, width: 250 });
    expect(resized(rect, { x: -1, y: -1 }, { x: -20, y: 10 }, false)).toEqual({
      x: 80,
      y: 110,
      width: 220,
      height: 90,
    });
  });
  it('keeps the shape of pictures, whichever side is dragged', () => {
    expect(resized(rect, { x: 1, y: 1 }, { x: 200, y: 0 }, true)).toEqual({ ...rect, width: 400, height: 200 });
    expect(resized(rect, { x: 0, y: -1 }, { x: 0, y: -100 }, true)).toEqual({ x: 100, y: 0, width: 400, height: 200 });
  });
  it('never turns a thing inside out', () => {
    expect(resized(rect, { x: 1, y: 1 }, { x: -900, y: -900 }, false)).toMatchObject({ width: 8, height: 8 });
  });
});
