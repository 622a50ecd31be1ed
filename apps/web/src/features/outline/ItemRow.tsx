import { Button, Text } from '@mantine/core';
import type { Target } from '@oakbell/core/outline';
import { useState } from 'react';
import { Link } from 'react-router';
import { ShareLine } from '../../kits/classpage/index.ts';
import { Grip, useSortingLine } from '../../kits/sorting/index.ts';
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
  const { line, grip } = useSortingLine(item.id);
  const [moving, setMoving] = useState(false);
  return (
    <li {...line} className={classes.item}>
      <Grip grip={grip} label={`Move ${item.title}`} onStep={onStep} />
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
