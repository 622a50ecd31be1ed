import { Text } from '@mantine/core';
import { titleOf, withFormulas } from '@oakbell/core/assigning';
import { micros, timeText } from '@oakbell/core/clock';
import { drawnFormula } from '../../../kits/formula/index.ts';
import { Words } from '../../../shared/ui/index.ts';
import classes from '../Assign.module.css';
import { comesBack, type Terms } from './terms.ts';

/** A formula as it is drawn; one that cannot be as it was typed. */
const draw = (latex: string): string => {
  const drawn = drawnFormula(latex, 'inline');
  return 'html' in drawn ? drawn.html : '…';
};

/** What stands on a learner's desk. @param due in words; null while no such moment is chosen */
export function Preview({ terms, due }: { readonly terms: Terms; readonly due: string | null }) {
  const isWritten = terms.worksheetId !== null;
  const { lessons, instructions, records, seconds, handIn, graded, points, workOpens, answersSeen } = terms;
  const limit = timeText(micros(seconds * 1e6));
  return (
    <aside className={classes.preview} aria-label="What learners will see">
      <Text size="sm" c="dimmed">
        What learners will see
      </Text>
      <Text fw={700}>{titleOf(lessons.map(({ title }) => title))}</Text>
      <Text size="sm">Due {due ?? '…'}</Text>
      {instructions === '' ? <Text>No instructions yet.</Text> : <Words html={withFormulas(instructions, draw)} />}
      {terms.files.length > 0 && (
        <Text size="sm">
          With it: <bdi>{terms.files.map(({ name }) => name).join(', ')}</bdi>
        </Text>
      )}
      <Text size="sm">
        {isWritten ? 'Write on the worksheet; what you write is saved as you go. ' : ''}
        {records === 'answer' ? `Answer aloud, up to ${limit}. ` : ''}
        {records === 'lesson' ? `Make a small lesson, up to ${limit}. ` : ''}
        {records === 'lesson-in-twos' ? `Make a small lesson, alone or with a classmate, up to ${limit}. ` : ''}
        {isWritten
          ? ''
          : handIn
            ? 'Hand in a PDF, a picture or text.'
            : comesBack(terms)
              ? ''
              : 'Nothing to hand in.'}{' '}
        {comesBack(terms) && answersSeen === 'class' ? 'The class sees what your teacher chooses to show. ' : ''}
        {comesBack(terms) && workOpens === 'once-watched' ? 'It opens once you have watched. ' : ''}
        {terms.asking ? 'Ask at any moment of the lesson. ' : ''}
        {terms.offline ? 'You can keep it for when you have no network. ' : ''}
        {graded ? `Worth up to ${points} points.` : ''}
      </Text>
    </aside>
  );
}
