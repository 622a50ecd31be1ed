import { Text } from '@mantine/core';
import { assignmentSentence, type Told } from '@oakbell/core/assigning';
import classes from '../Assign.module.css';

/** What is given, as one sentence: what is still to be chosen stands out. */
export function Sentence({ told }: { readonly told: Told }) {
  return (
    <Text component="p" size="lg" className={classes.sentence} aria-label="What it says" role="group">
      {assignmentSentence(told).map(({ text, open }, i) => (
        <span key={i} className={open ? classes.open : undefined}>
          {`${i === 0 ? '' : ' '}${text}`}
        </span>
      ))}
      .
    </Text>
  );
}
