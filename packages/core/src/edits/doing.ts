import type { Micros, TimeRange } from '../clock/index.ts';
import { applyEdit, type Edit, type EditAct, type EditList } from './editList.ts';
import { programmeOf, segmentAt } from './programme.ts';
import { takeTimeIn, type Segment } from './segment.ts';

/** Gives a new name each time it is called. */
export type NewId = () => string;

/** Does edits one by one and gathers them. */
export class Doing {
  edits: EditList;
  readonly #done: Edit[] = [];

  constructor(edits: EditList) {
    this.edits = edits;
  }

  do(edit: Edit): void {
    const applied = applyEdit(this.edits, edit);
    if (!applied.ok) throw new RangeError(`This edit does not apply: ${applied.reason}`);
    this.edits = applied.edits;
    this.#done.push(edit);
  }
  trim({ id, start, end }: Segment, to: TimeRange): void {
    if (start === to.start && end === to.end) return;
    this.do({ op: 'trim', segment: id, from: { start, end }, to: { start: to.start, end: to.end } });
  }
  /** Makes a part begin at `time`, and returns its number: the number of segments at or past the end. */
  split(time: Micros, newId: NewId): number {
    const programme = programmeOf(this.edits);
    if (time <= 0) return 0;
    if (time >= programme.length) return programme.segments.length;
    const i = segmentAt(programme, time);
    const segment = programme.segments[i]!;
    const at = takeTimeIn(segment, time - programme.starts[i]!);
    if (at <= segment.start) return i;
    if (at >= segment.end) return i + 1;
    this.do({ op: 'insert', index: i + 1, segment: { ...segment, start: at, id: newId() } });
    this.trim(segment, { start: segment.start, end: at });
    return i + 1;
  }
  edit(act: EditAct): Edit | null {
    return this.#done.length === 0 ? null : { op: 'together', act, edits: this.#done };
  }
}
