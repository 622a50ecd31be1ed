import { applyEdit, EMPTY_EDITS, fromFirstVersion, parseEditList, readEdit } from './index.ts';

const words = { title: 'Tides', line: '', ground: 'oak' };
const oldCard = { id: 'c2', takeId: 'c', start: 0, end: 2e6, card: words };
const take = { id: 'a', takeId: 't', start: 0, end: 1e6, sound: { kind: 'over', takeId: 'o', shift: -5 } };
const card = { id: 'c2', start: 0, end: 2e6, card: { id: 'c', ...words } };
const overlay = { id: 'p', takeId: 't', start: 0, end: 1e6, kind: 'pointer', shown: 'off' };
const stroke = { id: 's', takeId: 't', stroke: '5' };

describe('what version 1 wrote', () => {
  it('is read as of today: cards are no takes, and chapters name what they begin in', () => {
    const first = {
      version: 1,
      segments: [take, oldCard],
      overlays: [overlay],
      strokes: [stroke],
      chapters: [{ takeId: 'c', at: 0, title: 'Start' }],
    };
    const read = fromFirstVersion(first);
    const today = {
      version: 2,
      segments: [take, card],
      overlays: [overlay],
      strokes: [stroke],
      chapters: [{ sourceId: 'c', at: 0, title: 'Start' }],
    };
    expect(read).toEqual(today);
    expect(parseEditList(read)).toEqual(today);
    expect(parseEditList(first)).toBeNull();
  });
  it('an edit with edits in it too', () => {
    const act = { kind: 'card', at: 0, length: 2e6 };
    const first = { op: 'together', act, edits: [{ op: 'insert', index: 0, segment: oldCard }] };
    const edit = readEdit(fromFirstVersion(first));
    expect(edit).toEqual({ op: 'together', act, edits: [{ op: 'insert', index: 0, segment: card }] });
    expect(applyEdit(EMPTY_EDITS, edit!)).toMatchObject({ ok: true, edits: { segments: [card] } });
    const chapters = { op: 'chapters', from: null, to: [{ takeId: 't', at: 5, title: 'Sums' }] };
    expect(fromFirstVersion(chapters)).toMatchObject({ to: [{ sourceId: 't', at: 5, title: 'Sums' }] });
  });
  it('is left alone where it is of today already', () => {
    const today = { version: 2, segments: [take, card], chapters: [{ sourceId: 'c', at: 0, title: 'Start' }] };
    expect(fromFirstVersion(today)).toEqual(today);
  });
});
