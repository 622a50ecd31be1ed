import { Text } from '@mantine/core';
import { timeText, type Micros } from '@oakbell/core/clock';
import { chosenLevel, totalOf, totalSentence, type Choice, type Criteria, type SpokenOf } from '@oakbell/core/marking';
import classes from './Rubric.module.css';

interface Props {
  readonly criteria: Criteria;
  readonly choices: readonly Choice[];
  readonly points: number | null;
  readonly outOf: number | null;
  /** Why the points are other than what the rubric comes to. */
  readonly reason: string;
  /** When each line is spoken of; nothing where nothing was said. */
  readonly moments?: readonly SpokenOf[];
  /** The line that is spoken of now. */
  readonly now?: string | null;
  readonly onSeek?: (at: Micros) => void;
}

/** How a rubric was filled, line by line, with the moment each was spoken of; and how it makes the points. */
export function RubricLines({ criteria, choices, points, outOf, reason, moments = [], now = null, onSeek }: Props) {
  const total = totalOf(criteria, choices);
  return (
    <section aria-label="Rubric" className={classes.rubric}>
      <ul className={classes.lines}>
        {criteria.map((criterion) => {
          const level = chosenLevel(criterion, choices);
          const at = moments.find((one) => one.criterion === criterion.id)?.at;
          const most = Math.max(...criterion.levels.map((one) => one.points));
          return (
            <li key={criterion.id} className={classes.line} data-now={criterion.id === now || undefined}>
              <span className={classes.name}>
                {criterion.name}
                {criterion.weight !== 1 && <span className={classes.weight}> counts {criterion.weight} times</span>}
              </span>
              <span className={classes.level}>
                {level ? `${level.name} · ${level.points} of ${most}` : 'not looked at'}
              </span>
              {level && level.description !== '' && <span className={classes.description}>{level.description}</span>}
              {at !== undefined && onSeek && (
                <button type="button" className={classes.at} onClick={() => onSeek(at)}>
                  Hear it from {timeText(at)}
                </button>
              )}
              {criterion.id === now && <span className="ob-hidden">Spoken of now</span>}
            </li>
          );
        })}
      </ul>
      <Text size="sm">{totalSentence(total, outOf)}</Text>
      {reason !== '' && (
        <Text size="sm">
          {points === null ? '' : `${points} points were given. `}
          {reason}
        </Text>
      )}
    </section>
  );
}
