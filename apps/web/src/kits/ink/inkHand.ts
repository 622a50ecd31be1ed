/*
 * What a hand does with a tool, as acts on the ink. No interface in here: places come in page units with their
 * moment, and the stage is told when what is settled has changed and when only the moving part has.
 */
import { present } from '@oakbell/core/present';
import type { Micros } from '@oakbell/core/clock';
import { alongEdge, evenSides, snapAngle, type Bounds, type Point, type StraightEdge } from '@oakbell/core/ink';
import type { Mark, StrokeManner } from '@oakbell/core/log';
import type { LiveInk, PenPoint } from './liveInk.ts';
import type { Tool } from './pens.ts';

/** Reach of the rubber that takes away parts of strokes, in page units. */
export const RUBBER_REACH = 16;
/** A hand this near to the straight edge writes along it, in page units. */
const EDGE_REACH = 44;

export interface HandPlace {
  readonly page: string;
  readonly tool: Tool;
  readonly edge: StraightEdge | null;
  readonly paused: boolean;
}
/** What has to be painted after a movement: nothing, only what moves, or the page. */
export type Repaint = 'nothing' | 'live' | 'page';

export interface Selection {
  readonly page: string;
  readonly marks: readonly Mark[];
  readonly box: Bounds;
}

type Doing =
  | { readonly kind: 'write'; readonly edge: StraightEdge | null }
  | { readonly kind: 'shape'; readonly from: PenPoint; readonly square: boolean }
  | { readonly kind: 'rub'; readonly group: string; readonly whole: boolean }
  | { readonly kind: 'box'; readonly from: Point; readonly to: Point }
  | { readonly kind: 'drag'; readonly from: Point; readonly by: Point };

export class InkHand {
  #doing: Doing | null = null;
  #selection: Selection | null = null;
  #serial = 0;
  readonly #ink: LiveInk;

  constructor(ink: LiveInk) {
    this.#ink = ink;
  }

  get selection(): Selection | null {
    return this.#selection;
  }
  /** The rectangle being dragged open, or where the selection is being dragged to. */
  get frame(): Bounds | null {
    const doing = this.#doing;
    if (doing?.kind === 'box') return boxOf(doing.from, doing.to);
    const box = this.#selection?.box;
    if (!box) return null;
    return doing?.kind === 'drag' ? shifted(box, doing.by) : box;
  }
  get isDown(): boolean {
    return this.#doing !== null;
  }
  deselect(): void {
    this.#selection = null;
  }

  down(place: HandPlace, point: PenPoint, shift: boolean): Repaint {
    const { page, tool, edge } = place;
    const manner: StrokeManner = place.paused ? { paused: true } : {};
    if (tool.kind === 'pen' || tool.kind === 'shape') {
      this.#selection = null;
      const { colour, width, kind } = tool.pen;
      const pen = { colour, width, ...(kind === 'pen' ? {} : { kind }) };
      if (tool.kind === 'shape' || shift) {
        const shape = tool.kind === 'shape' ? tool.shape : 'line';
        this.#doing = { kind: 'shape', from: point, square: shape === 'box' || shape === 'ellipse' };
        this.#ink.shapeDown({ page, pen, manner }, shape, point);
      } else {
        const along = edge && alongEdge(edge, point, EDGE_REACH);
        this.#doing = { kind: 'write', edge: along ? edge : null };
        this.#ink.penDown({ page, pen, manner }, { ...point, ...along });
      }
      return 'live';
    }
    if (tool.kind === 'eraser' || tool.kind === 'rubber') {
      this.#serial += 1;
      this.#doing = { kind: 'rub', group: `${point.at}-${this.#serial}`, whole: tool.kind === 'eraser' };
      return this.#rub(page, point);
    }
    if (tool.kind === 'select') {
      const inside = this.#selection && contains(this.#selection.box, point);
      this.#doing = inside
        ? { kind: 'drag', from: point, by: { x: 0, y: 0 } }
        : { kind: 'box', from: point, to: point };
      if (!inside) this.#selection = null;
      return 'live';
    }
    return 'nothing';
  }

  move(page: string, points: readonly PenPoint[], shift: boolean): Repaint {
    const doing = this.#doing;
    const last = points[points.length - 1];
    if (!doing || !last) return 'nothing';
    switch (doing.kind) {
      case 'write': {
        const { edge } = doing;
        this.#ink.penMove(edge ? points.map((point) => ({ ...point, ...alongEdge(edge, point, Infinity) })) : points);
        return 'live';
      }
      case 'shape': {
        const to = !shift ? last : doing.square ? evenSides(doing.from, last) : snapAngle(doing.from, last);
        this.#ink.shapeMove({ ...to, at: last.at });
        return 'live';
      }
      case 'rub': {
        let repaint: Repaint = 'nothing';
        for (const point of points) if (this.#rub(page, point) === 'page') repaint = 'page';
        return repaint;
      }
      case 'box':
        this.#doing = { ...doing, to: last };
        return 'live';
      case 'drag':
        this.#doing = { ...doing, by: { x: last.x - doing.from.x, y: last.y - doing.from.y } };
        return 'live';
    }
  }

  up(page: string, at: Micros): Repaint {
    const doing = this.#doing;
    this.#doing = null;
    if (!doing) return 'nothing';
    if (doing.kind === 'box') {
      const marks = this.#ink.within(page, boxOf(doing.from, doing.to));
      this.#selection = marks.length > 0 ? { page, marks, box: boxOf(doing.from, doing.to) } : null;
      return 'live';
    }
    if (doing.kind === 'drag') {
      const { marks, box } = present(this.#selection);
      if (Math.hypot(doing.by.x, doing.by.y) < 1) return 'live';
      this.#selection = { page, marks: this.#ink.move(page, marks, doing.by, at), box: shifted(box, doing.by) };
      return 'page';
    }
    this.#ink.penUp();
    return 'page';
  }

  /** Moves what is selected by page units. */
  nudge(by: Point, at: Micros): boolean {
    const chosen = this.#selection;
    if (!chosen) return false;
    const marks = this.#ink.move(chosen.page, chosen.marks, by, at);
    this.#selection = { ...chosen, marks, box: shifted(chosen.box, by) };
    return true;
  }
  /** Takes what is selected off the page. */
  removeSelected(at: Micros): boolean {
    const chosen = this.#selection;
    if (!chosen) return false;
    this.#ink.remove(chosen.page, chosen.marks, at);
    this.#selection = null;
    return true;
  }

  #rub(page: string, point: PenPoint): Repaint {
    const doing = this.#doing;
    if (doing?.kind !== 'rub') return 'nothing';
    const touched = doing.whole
      ? this.#ink.erase(page, point, doing.group)
      : this.#ink.rub(page, point, RUBBER_REACH, doing.group);
    return touched ? 'page' : 'nothing';
  }
}

const boxOf = (a: Point, b: Point): Bounds => ({
  left: Math.min(a.x, b.x),
  top: Math.min(a.y, b.y),
  right: Math.max(a.x, b.x),
  bottom: Math.max(a.y, b.y),
});
const shifted = (box: Bounds, by: Point): Bounds => ({
  left: box.left + by.x,
  right: box.right + by.x,
  top: box.top + by.y,
  bottom: box.bottom + by.y,
});
const contains = (box: Bounds, { x, y }: Point): boolean =>
  x >= box.left && x <= box.right && y >= box.top && y <= box.bottom;
