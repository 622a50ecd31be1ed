import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Button, Text } from '@mantine/core';
import type { Target } from '@oakbell/core/outline';
import { IconGripVertical } from '@tabler/icons-react';
import { useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import { ShareLine } from '../../kits/classpage/index.ts';
import { dueDistance } from '../../shared/ui/index.ts';
import { MoveDialog } from './MoveDialog.tsx';
import classes from './Outline.module.css';
import type { Item, Page } from './useOutline.ts';

interface Props {
  readonly item: Item;
  readonly page: Page;
  readonly onStep: (by: -1 | 1) => void;
  readonly onPut: (target: Target) => void;
}

/** Something that was given: what it is, how far the class is with it, and the way to move it. */
export function ItemRow({ item, page, onStep, onPut }: Props) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id: item.id,
  });
  const [moving, setMoving] = useState(false);
  const onKeyDown = (event: KeyboardEvent) => {
    const by = { ArrowUp: -1 as const, ArrowDown: 1 as const }[event.key];
    if (!by) return;
    event.preventDefault();
    onStep(by);
  };
  return (
    <li
      ref={setNodeRef}
      className={classes.item}
      data-dragging={isDragging}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        className={classes.grip}
        {...attributes}
        {...listeners}
        onKeyDown={onKeyDown}
        aria-label={`Move ${item.title}`}
      >
        <IconGripVertical size={18} aria-hidden />
      </button>
      <div className="ob-row-main">
        <Link className="ob-link" to={`/watched/${item.id}`}>
          <bdi>{item.title}</bdi>
        </Link>
        <Text size="sm" c="dimmed">
          {[item.whom, dueDistance(item.dueAt, new Date()), begunText(item)].filter((fact) => fact !== '').join(' · ')}
        </Text>
      </div>
      <ShareLine share={item.learners === 0 ? 0 : item.begun / item.learners} />
      {item.waiting > 0 && (
        <Button component={Link} variant="light" size="sm" to={`/marking/${item.id}`}>
          Mark {item.waiting}
        </Button>
      )}
      <Button variant="subtle" size="sm" aria-label={`Put ${item.title} elsewhere`} onClick={() => setMoving(true)}>
        Move
      </Button>
      {moving && <MoveDialog item={item} page={page} onPut={onPut} onClose={() => setMoving(false)} />}
    </li>
  );
}

const begunText = ({ begun, learners }: Item): string =>
  learners === 0 ? 'nobody has it' : begun === 0 ? 'nobody has begun' : `${begun} of ${learners} have begun`;
