import { LARGEST_FILE } from '@oakbell/core/media';

/** A file that is to be handed in, with the quarter turns that were made to it by hand. */
export interface Chosen {
  readonly id: string;
  readonly file: File;
  /** Clockwise, 0 to 3. */
  readonly turns: number;
}

const TURNABLE = new Set(['image/jpeg', 'image/png', 'image/webp']);
/** Whether every browser shows it. */
export const isShown = ({ file }: Chosen): boolean => TURNABLE.has(file.type) || file.type === 'image/svg+xml';
export const isTooLarge = ({ file }: Chosen): boolean => file.size > LARGEST_FILE;
export const canBeTurned = ({ file }: Chosen): boolean => TURNABLE.has(file.type);

/** Files that were added, behind those that are there, by name as people count. */
export function withFiles(chosen: readonly Chosen[], files: readonly File[]): readonly Chosen[] {
  const added = [...files]
    .sort((a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }))
    .map((file) => ({ id: crypto.randomUUID(), file, turns: 0 }));
  return [...chosen, ...added];
}

/** One of them `by` places further on or back; where there is no such place nothing changes. */
export function moved(chosen: readonly Chosen[], id: string, by: number): readonly Chosen[] {
  const at = chosen.findIndex((one) => one.id === id);
  const to = at + by;
  const one = chosen[at];
  if (!one || to < 0 || to >= chosen.length) return chosen;
  return chosen.toSpliced(at, 1).toSpliced(to, 0, one);
}

export const turned = (chosen: readonly Chosen[], id: string): readonly Chosen[] =>
  chosen.map((one) => (one.id === id ? { ...one, turns: (one.turns + 1) % 4 } : one));
