import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { IconGripVertical } from '@tabler/icons-react';
import type { KeyboardEvent, ReactNode } from 'react';
import classes from './Sorting.module.css';

/** A line of a list that is sorted: what its element and its grip are given. */
export function useSortingLine(id: string) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return {
    line: {
      ref: setNodeRef,
      'data-dragging': isDragging,
      style: { transform: CSS.Translate.toString(transform), transition },
    },
    grip: { ref: setActivatorNodeRef, attributes, listeners },
  };
}

interface Props {
  readonly grip: ReturnType<typeof useSortingLine>['grip'];
  readonly label: string;
  /** Moved a step up or down by the arrow keys. */
  readonly onStep: (by: -1 | 1) => void;
}

/** What a line is dragged by. */
export function Grip({ grip: { ref, attributes, listeners }, label, onStep }: Props) {
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1 as const, ArrowDown: 1 as const }[event.key];
    if (!by) return;
    event.preventDefault();
    onStep(by);
  };
  return (
    <button
      type="button"
      ref={ref}
      className={classes.grip}
      {...attributes}
      {...listeners}
      onKeyDown={onKeyDown}
      aria-label={label}
    >
      <IconGripVertical size={18} aria-hidden />
    </button>
  );
}

interface HeadingProps {
  /** One of those of the list. */
  readonly id: string;
  readonly className?: string | undefined;
  readonly children: ReactNode;
}

/** A line that stays where it is: others are dragged over it. */
export function SortingHeading({ id, className, children }: HeadingProps) {
  const { setNodeRef } = useSortable({ id, disabled: { draggable: true } });
  return (
    <div ref={setNodeRef} className={className}>
      {children}
    </div>
  );
}
