/*
 * A class page: units in their order, in each of them days, and on each day what was given for it. An item says where
 * it stands by itself (its unit, its day, its place), so that moving one is a change of one.
 */

/** A day of the school's calendar, yyyy-mm-dd. */
export type Day = string;

export interface Unit {
  readonly id: string;
  readonly name: string;
}
/** Where an item stands. */
export interface Placed {
  readonly id: string;
  /** Null outside all units. */
  readonly unitId: string | null;
  /** Null where it is for no day. */
  readonly day: Day | null;
  /** Its place among the others of its day; of two that have the same, the one that comes first is first. */
  readonly place: number;
}
/** What a class does on a day, and in which unit that stands. */
export interface Topic {
  readonly day: Day;
  readonly unitId: string | null;
  readonly topic: string;
}
export interface OutlineDay<Item> {
  readonly day: Day | null;
  /** Empty where nothing is said of it. */
  readonly topic: string;
  readonly items: readonly Item[];
}
export interface Section<Item> {
  /** Null for what stands outside all units. */
  readonly unit: Unit | null;
  /** What is for no day comes first, then day after day. */
  readonly days: readonly OutlineDay<Item>[];
}
export interface Outline<Item extends Placed> {
  readonly units: readonly Unit[];
  readonly topics: readonly Topic[];
  readonly items: readonly Item[];
}

/** A class page in its order. What stands outside all units comes last, and no section for it where there is nothing. */
export function sectionsOf<Item extends Placed>({ units, topics, items }: Outline<Item>): readonly Section<Item>[] {
  const known = new Set(units.map(({ id }) => id));
  const unitOf = (unitId: string | null) => (unitId !== null && known.has(unitId) ? unitId : null);
  const section = (unit: Unit | null): Section<Item> => {
    const id = unit?.id ?? null;
    const own = items.filter((item) => unitOf(item.unitId) === id);
    const said = topics.filter((topic) => unitOf(topic.unitId) === id);
    const days = [...new Set([...own.map(({ day }) => day), ...said.map(({ day }) => day)])].sort(byDay);
    return {
      unit,
      days: days.map((day) => ({
        day,
        topic: said.find((one) => one.day === day)?.topic ?? '',
        items: own.filter((item) => item.day === day).toSorted((a, b) => a.place - b.place),
      })),
    };
  };
  const outside = section(null);
  return [...units.map(section), ...(outside.days.length > 0 ? [outside] : [])];
}

const byDay = (a: Day | null, b: Day | null): number => Number((a ?? '') > (b ?? '')) - Number((a ?? '') < (b ?? ''));

/** A line of a class page as it is read from top to bottom. */
export type Line<Item> =
  | { readonly kind: 'unit'; readonly unit: Unit | null }
  | { readonly kind: 'day'; readonly day: Day; readonly topic: string; readonly unitId: string | null }
  | { readonly kind: 'item'; readonly item: Item };

/** Its lines. Outside all units there is no heading while there are no units at all. */
export function linesOf<Item extends Placed>(sections: readonly Section<Item>[]): readonly Line<Item>[] {
  return sections.flatMap(({ unit, days }) => [
    ...(unit !== null || sections.length > 1 ? [{ kind: 'unit', unit } as const] : []),
    ...days.flatMap(({ day, topic, items }) => [
      ...(day === null ? [] : [{ kind: 'day', day, topic, unitId: unit?.id ?? null } as const]),
      ...items.map((item) => ({ kind: 'item', item }) as const),
    ]),
  ]);
}

/** Where an item is put: before another one of the same unit and day, or as the last of it. */
export interface Target {
  readonly unitId: string | null;
  readonly day: Day | null;
  readonly before: string | null;
}

/**
 * Where an item stands once its line is moved to another place among the lines. Null where it stands there already, is
 * not among them, or would come before the first unit.
 * @param to the index that its line has afterwards, from 0
 */
export function targetAt<Item extends Placed>(lines: readonly Line<Item>[], id: string, to: number): Target | null {
  const from = lines.findIndex((line) => line.kind === 'item' && line.item.id === id);
  if (from < 0 || from === to || to < 0 || to >= lines.length) return null;
  const rest = lines.toSpliced(from, 1);
  const above = rest.slice(0, to);
  const heading = above.findLast((line) => line.kind !== 'item');
  if (!heading && lines.some((line) => line.kind === 'unit')) return null;
  const next = rest[to];
  return {
    unitId: heading === undefined ? null : heading.kind === 'unit' ? (heading.unit?.id ?? null) : heading.unitId,
    day: heading?.kind === 'day' ? heading.day : null,
    before: next?.kind === 'item' ? next.item.id : null,
  };
}

/** The same for one step up (−1) or down (1): to the next line that makes a difference. */
export function targetOfStep<Item extends Placed>(lines: readonly Line<Item>[], id: string, by: -1 | 1): Target | null {
  const from = lines.findIndex((line) => line.kind === 'item' && line.item.id === id);
  return from < 0 ? null : targetAt(lines, id, from + by);
}

/** The ids of one unit and day once an item is put there, in their order. An item it was to come before may be gone. */
export function orderWith(there: readonly string[], id: string, before: string | null): readonly string[] {
  const others = there.filter((one) => one !== id);
  const at = before === null ? -1 : others.indexOf(before);
  return others.toSpliced(at < 0 ? others.length : at, 0, id);
}
