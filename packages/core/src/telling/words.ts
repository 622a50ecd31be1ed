import { boundsOf } from '../ink/index.ts';
import { PAGE_WIDTH, type Page } from '../pages/index.ts';
import { colourName } from './colourNames.ts';
import type { Scene, VisibleStroke } from '../scene/index.ts';

/*
 * A moment of a lesson for those who hear it and do not see it: what is typed word for word, what is drawn as far as it can
 * be told. Handwriting is not read.
 */

const KINDS: Readonly<Record<Page['kind'], string>> = {
  slide: 'A slide',
  document: 'A sheet',
  board: 'A board',
  window: 'A live window',
  clip: 'A clip',
};

/** What is to be seen, sentence by sentence: what the page is, what is typed and placed on it, what is written. */
export function sceneWords({ page, things, strokes, card, over = [] }: Scene): readonly string[] {
  if (card) return [`A title: ${card.title}.`, ...(card.line === '' ? [] : [`${card.line}.`])];
  const placed = [...(page.things ?? []), ...things];
  const count = (kinds: readonly string[], one: string, many: string): readonly string[] => {
    const number = placed.filter(({ kind }) => kinds.includes(kind)).length;
    return number === 0 ? [] : [number === 1 ? `${one}.` : `${number} ${many}.`];
  };
  return [
    `${KINDS[page.kind]}.`,
    ...placed.flatMap((thing) =>
      thing.kind === 'text' ? [`Typed: ${thing.text}`] : thing.kind === 'formula' ? [`Formula: ${thing.source}`] : [],
    ),
    ...count(['picture'], 'A picture on it', 'pictures on it'),
    ...count(['line', 'arrow', 'box', 'ellipse'], 'A shape', 'shapes'),
    ...over.flatMap((one) => ('text' in one && typeof one.text === 'string' ? [`Marked: ${one.text}`] : [])),
    ...inkWords(strokes, page.height),
  ];
}

/** How much is written, in which colours, and where most of it is. */
function inkWords(strokes: readonly VisibleStroke[], height: number): readonly string[] {
  if (strokes.length === 0) return ['Nothing is written.'];
  const colours = [...new Set(strokes.map(({ stroke }) => colourName(stroke.pen.colour)))];
  const boxes = strokes.map(({ stroke }) => boundsOf(stroke.points, 0));
  const mean = (of: (box: (typeof boxes)[number]) => number): number =>
    boxes.reduce((sum, box) => sum + of(box), 0) / boxes.length;
  const across = mean(({ left, right }) => (left + right) / 2) / PAGE_WIDTH;
  const down = mean(({ top, bottom }) => (top + bottom) / 2) / height;
  const where = [
    thirdOf(down, ['at the top', 'in the middle', 'at the bottom']),
    thirdOf(across, ['left', '', 'right']),
  ];
  const many = strokes.length === 1 ? 'One stroke' : `${strokes.length} strokes`;
  return [`${many} of handwriting, in ${listed(colours)}, mostly ${where.join(' ').trim()}.`];
}

const thirdOf = <T>(share: number, [first, second, third]: readonly [T, T, T]): T =>
  share < 1 / 3 ? first : share < 2 / 3 ? second : third;
const listed = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`;

/** What has come since a moment before, for who is told of it as it happens; nothing where nothing has. */
export function newWords(before: Scene, now: Scene): readonly string[] {
  if (before.page.id !== now.page.id || before.card?.id !== now.card?.id) return [];
  const known = new Set(before.things);
  const typed = now.things.flatMap((thing) =>
    thing.kind === 'text' && !known.has(thing) ? [`Typed: ${thing.text}`] : [],
  );
  const grew = now.strokes.length - before.strokes.length;
  const written = grew > 0 ? ['Writing.'] : grew < 0 ? ['Something is rubbed out.'] : [];
  return [...typed, ...written];
}
