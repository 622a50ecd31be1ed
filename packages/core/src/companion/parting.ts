import { present } from '../present/index.ts';
import { isStroke, type Mark } from '../log/index.ts';
import { LARGEST_MESSAGE } from './protocol.ts';

/** Room for what stands around the marks of a message. */
const AROUND = 2048;
/** Points of one piece of a stroke: whatever their figures are, they fit. */
const PIECE_POINTS = 1000;

/**
 * Marks in so many lists that each fits into one message: for showing, not for keeping. A stroke that is longer than a
 * message becomes strokes that follow each other, each beginning where the one before it ended.
 */
export function inMessages(marks: readonly Mark[]): readonly (readonly Mark[])[] {
  const lists: Mark[][] = [];
  let room = 0;
  for (const mark of marks.flatMap(inPieces)) {
    const size = JSON.stringify(mark).length * 1.2;
    if (lists.length === 0 || size > room) {
      lists.push([]);
      room = LARGEST_MESSAGE - AROUND;
    }
    present(lists.at(-1)).push(mark);
    room -= size;
  }
  return lists;
}

function inPieces(mark: Mark): readonly Mark[] {
  const count = isStroke(mark) ? mark.points.length / 4 : 0;
  if (!isStroke(mark) || count <= PIECE_POINTS) return [mark];
  const pieces: Mark[] = [];
  for (let from = 0; from < count - 1; from += PIECE_POINTS - 1) {
    const id = from === 0 ? mark.id : `${mark.id}#${from}`;
    pieces.push({ ...mark, id, points: mark.points.slice(from * 4, (from + PIECE_POINTS) * 4) });
  }
  return pieces;
}
