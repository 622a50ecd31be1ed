import { Text } from '@mantine/core';
import { chosenLevel, type Choice, type Criteria } from '@oakbell/core/marking';
import { useRef, useState, type KeyboardEvent } from 'react';
import { useKeys } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

interface Props {
  readonly criteria: Criteria;
  readonly choices: readonly Choice[];
  /** `level` is null where a choice is taken back. */
  readonly onChoose: (criterion: string, level: string | null) => void;
}

/**
 * The lines of a rubric while they are filled. `G` goes to the first open line; there a figure chooses the level and goes
 * on to the next line, and after the last one the keys belong to the page again.
 */
export function RubricFields({ criteria, choices, onChoose }: Props) {
  const [open, setOpen] = useState<string | null>(null);
  const list = useRef<HTMLUListElement>(null);
  const goTo = (id: string | undefined) => {
    setOpen(id ?? null);
    const line = list.current?.querySelector<HTMLElement>(`[data-line="${id === undefined ? '' : CSS.escape(id)}"]`);
    if (line) line.focus();
    else if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  };
  useKeys({ g: () => goTo((criteria.find((one) => !chosenLevel(one, choices)) ?? criteria[0])?.id) });

  const onKeyDown = (event: KeyboardEvent, i: number) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const criterion = criteria[i];
    const level = criterion?.levels[Number(event.key) - 1];
    if (criterion && level && /^[1-9]$/.test(event.key)) {
      onChoose(criterion.id, level.id);
      goTo(criteria[i + 1]?.id);
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      const next = criteria[i + (event.key === 'ArrowDown' ? 1 : -1)];
      if (next) goTo(next.id);
    } else if (event.key === 'Escape') goTo(undefined);
    else if ((event.key === 'Delete' || event.key === 'Backspace') && criterion) onChoose(criterion.id, null);
    else return;
    // The pens have the same keys: while a line has the focus they are its own.
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <ul ref={list} className={classes.rubric} aria-label="Rubric">
      {criteria.map((criterion, i) => {
        const chosen = chosenLevel(criterion, choices);
        const isOpen = open === criterion.id;
        return (
          <li key={criterion.id} onKeyDown={(event) => onKeyDown(event, i)}>
            <button
              type="button"
              data-line={criterion.id}
              className={classes.line}
              aria-expanded={isOpen}
              onFocus={() => setOpen(criterion.id)}
              onClick={() => setOpen(criterion.id)}
            >
              <span>
                {criterion.name}
                {criterion.weight !== 1 && ` × ${criterion.weight}`}
              </span>
              <span>{chosen ? `${chosen.name} · ${chosen.points}` : 'open'}</span>
            </button>
            {isOpen && (
              <div role="group" aria-label={`Levels of ${criterion.name}`} className={classes.levels}>
                {criterion.levels.map((level, n) => (
                  <button
                    key={level.id}
                    type="button"
                    className={classes.level}
                    aria-pressed={level === chosen}
                    onClick={() => {
                      onChoose(criterion.id, level === chosen ? null : level.id);
                      if (level !== chosen) goTo(criteria[i + 1]?.id);
                    }}
                  >
                    <kbd>{n + 1}</kbd>
                    <span>
                      {level.name} · {level.points}
                      {level.description !== '' && (
                        <Text span size="sm" display="block">
                          {level.description}
                        </Text>
                      )}
                    </span>
                  </button>
                ))}
              </div>
            )}
          </li>
        );
      })}
    </ul>
  );
}
