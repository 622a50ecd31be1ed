import {
  closestCenter,
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { IconGripVertical } from '@tabler/icons-react';
import { useState, type KeyboardEvent } from 'react';
import { PagePicture } from '../../kits/stage/index.ts';
import { corePage, pictureOf, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import classes from './Pages.module.css';
import type { PageActs } from './usePageActs.ts';
import type { PlannedPage } from './usePlan.ts';

interface Props {
  readonly lesson: Lesson;
  readonly chosen: string;
  readonly onChoose: (page: string) => void;
  readonly acts: PageActs;
  readonly plan: readonly PlannedPage[];
}

/** All pages: dragged into order by hand or, on the grip, moved with the arrow keys. */
export function PageList({ lesson, chosen, onChoose, acts, plan }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const [moved, setMoved] = useState('');
  const ids = lesson.pages.map((page) => page.id);
  const numberOf = (id: UniqueIdentifier) => ids.indexOf(String(id)) + 1;
  const move = (from: number, to: number) => {
    if (from === to || !ids[to]) return;
    acts.reorder(arrayMove(ids, from, to));
    setMoved(`Page ${from + 1} is now page ${to + 1} of ${ids.length}.`);
  };
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over) move(numberOf(active.id) - 1, numberOf(over.id) - 1);
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={onDragEnd}
      accessibility={{
        screenReaderInstructions: { draggable: 'Drag, or press the up or down arrow, to move this page.' },
        announcements: {
          onDragStart: ({ active }) => `Page ${numberOf(active.id)} is picked up.`,
          onDragOver: ({ over }) => (over ? `Over the place of page ${numberOf(over.id)}.` : 'Over no place.'),
          onDragEnd: () => undefined,
          onDragCancel: () => 'Nothing was moved.',
        },
      }}
    >
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        <ol>
          {lesson.pages.map((page, i) => (
            <PageLine
              key={page.id}
              lesson={lesson}
              page={page}
              at={i}
              isChosen={page.id === chosen}
              onChoose={onChoose}
              onMove={(by) => move(i, i + by)}
              plan={plan[i]}
            />
          ))}
        </ol>
      </SortableContext>
      <p className="ob-hidden" role="status">
        {moved}
      </p>
    </DndContext>
  );
}

interface LineProps {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly at: number;
  readonly isChosen: boolean;
  readonly onChoose: (page: string) => void;
  readonly onMove: (by: -1 | 1) => void;
  readonly plan: PlannedPage | undefined;
}

function PageLine({ lesson, page, at, isChosen, onChoose, onMove, plan }: LineProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: page.id,
  });
  const seconds = Math.round(plan?.seconds ?? 0);
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1 as const, ArrowDown: 1 as const }[event.key];
    if (!by) return;
    event.preventDefault();
    onMove(by);
  };
  return (
    <li
      ref={setNodeRef}
      className={classes.pageLine}
      data-dragging={isDragging}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        className={classes.page}
        aria-current={isChosen ? 'page' : undefined}
        onClick={() => onChoose(page.id)}
      >
        <span className={classes.small}>
          <PagePicture
            page={corePage(page)}
            small={page.smallPicture && pictureOf(lesson.id)(page.smallPicture)}
            pictureAddress={pictureOf(lesson.id)}
            widthPx={168}
          />
        </span>
        <span className={classes.pageWords}>
          Page {at + 1}
          {seconds > 0 && (
            <span className={classes.share} data-over={plan?.overruns}>
              <span className="ob-time">{seconds} s</span>
              {plan?.overruns ? ' over' : ''}
              <span className={classes.shareBar} style={{ width: `${Math.min(100, (plan?.share ?? 0) * 100)}%` }} />
            </span>
          )}
        </span>
      </button>
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={classes.grip}
        {...attributes}
        {...listeners}
        onKeyDown={onKeyDown}
        aria-label={`Move page ${at + 1}`}
      >
        <IconGripVertical size={18} aria-hidden />
      </button>
    </li>
  );
}
