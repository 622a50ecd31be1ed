import { micros, type Micros, type TimeRange } from '@oakbell/core/clock';
import {
  dressingOf,
  isCard,
  isTake,
  playedLength,
  programmeOf,
  seenAt,
  speedOf,
  type EditList,
  type Overlay,
} from '@oakbell/core/edits';
import { filmPieces, type SceneSource } from '@oakbell/core/scene';
import type { Lane, LaneBar } from '../../kits/timeline/index.ts';
import { overlayName } from './editWords.ts';

interface Setting {
  readonly edits: EditList;
  readonly source: SceneSource;
  /** The timeline is so much ahead of the lesson. */
  readonly offset: Micros;
  readonly selected: string | null;
  readonly onSelect: (id: string) => void;
  /** A part of a take is marked: to be cut, copied, or played otherwise. */
  readonly onMark: (range: TimeRange) => void;
  readonly onChange: (overlay: Overlay) => void;
}

/** The lanes under the voice: takes and cards, the camera where there is one, and what is laid over. */
export function lanesOf({ edits, source, offset, selected, onSelect, onMark, onChange }: Setting): readonly Lane[] {
  const programme = programmeOf(edits);
  const moved = ({ start, end }: TimeRange): TimeRange => ({
    start: micros(start + offset),
    end: micros(end + offset),
  });
  const numbers = new Map<string, number>();
  for (const { takeId } of edits.segments.filter(isTake))
    if (!numbers.has(takeId)) numbers.set(takeId, numbers.size + 1);
  const takes = programme.segments.map((segment, i): LaneBar => {
    const start = programme.starts[i]!;
    const range = moved({ start, end: micros(start + playedLength(segment)) });
    const { id } = segment;
    if (isCard(segment)) {
      return {
        id,
        ...range,
        label: `Card: ${segment.card.title}`,
        look: 'dotted',
        selected: id === selected,
        onSelect: () => onSelect(id),
      };
    }
    const how = [
      ...(speedOf(segment) === 1 ? [] : [`${speedOf(segment)} × as fast`]),
      ...(segment.sound?.kind === 'over' ? ['spoken over'] : []),
    ];
    const label = [`Take ${numbers.get(segment.takeId)}`, ...how].join(', ');
    return { id, ...range, label, look: how.length > 0 ? 'striped' : 'plain', onSelect: () => onMark(range) };
  });
  const camera = filmPieces('camera', source).map(({ start, end }, i): LaneBar => ({
    id: `camera-${i}`,
    start,
    end,
    label: 'Camera',
  }));
  const laid = dressingOf(edits).overlays.flatMap((overlay) =>
    seenAt(programme, overlay).map((seen): LaneBar => ({
      id: overlay.id,
      ...moved(seen),
      label: overlayName(overlay),
      selected: overlay.id === selected,
      onSelect: () => onSelect(overlay.id),
      onChange: (to) => {
        const stretched = stretchedTo(edits, overlay, moved(seen), to, seen.index);
        if (stretched) onChange(stretched);
      },
    })),
  );
  return [
    ...(takes.length > 1 || takes.some((one) => one.look !== 'plain') ? [{ name: 'Takes', bars: takes }] : []),
    ...(camera.length > 0 ? [{ name: 'Camera', bars: camera }] : []),
    ...(laid.length > 0 ? [{ name: 'Laid over', bars: laid }] : []),
  ];
}

/** Something laid over, moved or drawn out by as much as its bar was; null where nothing of it would be left. */
export function stretchedTo(
  edits: EditList,
  overlay: Overlay,
  was: TimeRange,
  to: TimeRange,
  index: number,
): Overlay | null {
  const speed = speedOf(edits.segments[index]!);
  const by = (change: number) => Math.round(change * speed);
  const start = micros(Math.max(0, overlay.start + by(to.start - was.start)));
  const end = micros(overlay.end + by(to.end - was.end));
  return end > start ? { ...overlay, start, end } : null;
}
