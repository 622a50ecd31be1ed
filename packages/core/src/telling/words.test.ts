import { colourName } from './colourNames.ts';
import { plainScene, type Scene, type VisibleStroke } from '../scene/index.ts';
import { newWords, sceneWords } from './index.ts';

const stroke = (name: string, colour: string, x: number, y: number): VisibleStroke => ({
  stroke: {
    ...{ kind: 'stroke', at: 0, stroke: name, page: 'p', pen: { colour, width: 4 } },
    points: [x * 10, y * 10, 128, 0, x * 10 + 200, y * 10, 128, 100],
  } as unknown as VisibleStroke['stroke'],
  untilMs: 100,
});
const text = (words: string) => ({
  ...{ id: words, kind: 'text', text: words, size: 40, colour: '#26221b', x: 0, y: 0, width: 400, height: 50 },
});
const board = { id: 'p', kind: 'board', backdrop: { kind: 'blank' }, height: 900 } as const;
const scene = (more: Partial<Scene> = {}): Scene => ({ ...plainScene(board), ...more });

describe('a moment in words', () => {
  it('says what is typed word for word, and of handwriting how much, in which colours, and where', () => {
    const things = [text('Rule of twelfths'), { ...text('f'), kind: 'formula', source: 'h = \\frac{1}{12}' }];
    const strokes = [stroke('a', '#26221b', 100, 100), stroke('b', '#b23a22', 200, 150)];
    expect(sceneWords(scene({ things: things as unknown as Scene['things'], strokes }))).toEqual([
      'A board.',
      'Typed: Rule of twelfths',
      'Formula: h = \\frac{1}{12}',
      '2 strokes of handwriting, in black and red, mostly at the top left.',
    ]);
  });
  it('says of an empty page that it is, and of a title what it says', () => {
    expect(sceneWords(scene())).toEqual(['A board.', 'Nothing is written.']);
    const card = { id: 'c', title: 'Tides', line: 'The second half', ground: 'paper' } as const;
    expect(sceneWords(scene({ card }))).toEqual(['A title: Tides.', 'The second half.']);
  });
  it('tells what has come since: what is typed, that somebody writes or rubs out, and nothing of another page', () => {
    const [a, b] = [stroke('a', '#26221b', 100, 100), stroke('b', '#26221b', 100, 100)];
    expect(newWords(scene({ strokes: [a] }), scene({ strokes: [a, b] }))).toEqual(['Writing.']);
    expect(newWords(scene({ strokes: [a, b] }), scene({ strokes: [b] }))).toEqual(['Something is rubbed out.']);
    const things = [text('Low water')] as unknown as Scene['things'];
    expect(newWords(scene(), scene({ things }))).toEqual(['Typed: Low water']);
    expect(newWords(scene(), { ...scene({ things }), page: { ...board, id: 'q' } })).toEqual([]);
    expect(newWords(scene({ strokes: [a] }), scene({ strokes: [a] }))).toEqual([]);
  });
});

it('a colour is called as people call it', () => {
  const named = ['#26221b', '#ffffff', '#b23a22', '#2c5f8a', '#2f6b57', '#d9a520', '#7a3f9a', '#888888'].map(
    colourName,
  );
  expect(named).toEqual(['black', 'white', 'red', 'blue', 'green', 'yellow', 'violet', 'grey']);
});
