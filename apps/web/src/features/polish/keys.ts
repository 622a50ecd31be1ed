import type { KeyLine } from '../../shared/ui/index.ts';

/** The keys of Polish, as they are told. */
export const KEYS: readonly KeyLine[] = [
  ['Space or L', 'Play, and Space again to pause'],
  ['K', 'Stop'],
  ['J', 'Five seconds back'],
  [', and .', 'A tenth of a second back and on'],
  ['I and O', 'Mark a stretch from here, up to here; or drag with Shift'],
  ['Delete', 'Cut what is marked'],
  ['S', 'Split here'],
  ['F', 'Speed what is marked up, four times'],
  ['Ctrl+C and Ctrl+V', 'Copy what is marked; put it in at the playhead, in this lesson or another'],
  ['+ and −', 'Look closer, wider; or turn the wheel over the timeline'],
  ['0', 'See all of it'],
  ['Ctrl+Z', 'Undo'],
  ['Ctrl+Shift+Z', 'Redo'],
  ['← and → on a handle', 'Move it by a tenth of a second; with Shift by a second'],
];
