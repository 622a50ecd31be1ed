import type { Card, DrawnOver, Patch } from '../edits/index.ts';
import { PAGE_WIDTH, WIDE_HEIGHT } from '../pages/index.ts';
import { BAND, CARD_COLOURS, paperOf } from './colours.ts';
import { drawThing, textLines } from './paintThings.ts';
import type { Picture, Surface, Target } from './surface.ts';

const BAND_ALPHA = 0.35;
const TITLE = { size: 92, smallest: 44, line: 1.2, width: 1280 } as const;
const UNDER = { size: 44, line: 1.35, gap: 56 } as const;

/** Paints one thing that was laid over, in page units. */
export function drawOver<P extends Picture>(target: Target<P>, over: DrawnOver | Patch, dark: boolean): void {
  const { surface } = target;
  if (over.kind === 'drawn') return drawThing(target, over.thing, dark);
  surface.save();
  surface.globalAlpha = over.kind === 'highlight' ? BAND_ALPHA : 1;
  // What is covered up has the colour of the paper, and an edge that says that something is covered.
  surface.fillStyle = over.kind === 'highlight' ? BAND : paperOf(dark).faint;
  surface.fillRect(over.x, over.y, over.width, over.height);
  surface.restore();
}

/** Paints a card as large as a page: the title, a short line, and what is said beneath, in the middle. */
export function drawCard(surface: Surface, { title, line, ground }: Card): void {
  const colours = CARD_COLOURS[ground];
  surface.fillStyle = colours.ground;
  surface.fillRect(0, 0, PAGE_WIDTH, WIDE_HEIGHT);
  let { size } = TITLE as { size: number };
  const inLines = (text: string, textSize: number) =>
    text === '' ? [] : textLines(surface, { text, size: textSize, width: TITLE.width });
  while (size > TITLE.smallest && inLines(title, size).length > 3) size -= 8;
  const [head, foot] = [inLines(title, size), inLines(line, UNDER.size)];
  const height =
    head.length * size * TITLE.line +
    (foot.length > 0 ? UNDER.gap * 2 + foot.length * UNDER.size * UNDER.line : UNDER.gap);
  let y = (WIDE_HEIGHT - height) / 2;
  surface.textAlign = 'center';
  const write = (words: readonly string[], textSize: number, spacing: number) => {
    surface.fillStyle = colours.words;
    inLines(words.join(' '), textSize);
    for (const one of words) {
      surface.fillText(one, PAGE_WIDTH / 2, y + textSize);
      y += textSize * spacing;
    }
  };
  write(head, size, TITLE.line);
  surface.fillStyle = colours.line;
  surface.fillRect(PAGE_WIDTH / 2 - 90, y + UNDER.gap / 2, 180, 6);
  y += UNDER.gap;
  write(foot, UNDER.size, UNDER.line);
}
