import { arrayMove } from '@dnd-kit/sortable';
import { useState } from 'react';
import { Grip, SortingList, useSortingLine } from '../../kits/sorting/index.ts';
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
  const [moved, setMoved] = useState('');
  const ids = lesson.pages.map((page) => page.id);
  const numberOf = (id: string) => ids.indexOf(id) + 1;
  const move = (from: number, to: number) => {
    if (from === to || !ids[to]) return;
    acts.reorder(arrayMove(ids, from, to));
    setMoved(`Page ${from + 1} is now page ${to + 1} of ${ids.length}.`);
  };
  return (
    <SortingList
      ids={ids}
      nameOf={(id) => `Page ${numberOf(id)}`}
      overText={(id) => `Over the place of page ${numberOf(id)}.`}
      instructions="Drag, or press the up or down arrow, to move this page."
      onDrop={(id, over) => move(numberOf(id) - 1, numberOf(over) - 1)}
    >
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
      <p className="ob-hidden" role="status">
        {moved}
      </p>
    </SortingList>
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
  const { line, grip } = useSortingLine(page.id);
  const seconds = Math.round(plan?.seconds ?? 0);
  return (
    <li {...line} className={classes.pageLine}>
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
      <Grip grip={grip} label={`Move page ${at + 1}`} onStep={onMove} />
    </li>
  );
}
