import { closestCenter, DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, verticalListSortingStrategy } from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

/** So far a grip is dragged before it moves, in CSS pixels: a press is no drag. */
const LEAST_PX = 6;

interface Props {
  /** Of the lines, from top to bottom. */
  readonly ids: readonly string[];
  /** What is dragged, as it is told to whoever does not see it. */
  readonly nameOf: (id: string) => string;
  /** What a line is moved over, likewise; nothing is told where it is left out. */
  readonly overText?: (id: string) => string;
  readonly instructions: string;
  /** A line was let go over another one. */
  readonly onDrop: (id: string, over: string) => void;
  readonly children: ReactNode;
}

/** Lines under each other that are dragged into order by their grips, or moved by keys; see `useSortingLine`. */
export function SortingList({ ids, nameOf, overText, instructions, onDrop, children }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: LEAST_PX } }));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={({ active, over }) => over && onDrop(String(active.id), String(over.id))}
      accessibility={{
        screenReaderInstructions: { draggable: instructions },
        announcements: {
          onDragStart: ({ active }) => `${nameOf(String(active.id))} is picked up.`,
          onDragOver: ({ over }) => (over ? overText?.(String(over.id)) : 'Over no place.'),
          onDragEnd: () => undefined,
          onDragCancel: () => 'Nothing was moved.',
        },
      }}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
