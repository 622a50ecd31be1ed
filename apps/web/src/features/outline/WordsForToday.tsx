import { Button, Text, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { Link } from 'react-router';
import type { OutlineActs, Page } from './useOutline.ts';

/** The quick words that stand on the page until midnight. */
export function WordsForToday({ page, acts }: { readonly page: Page; readonly acts: OutlineActs }) {
  if (page.words.length === 0) return null;
  return (
    <section aria-label="For today" style={{ marginBottom: 16 }}>
      <Title order={2} mb="xs">
        For today
      </Title>
      <ul className="ob-rows ob-card">
        {page.words.map((word) => (
          <li key={word.id} className="ob-row">
            <div className="ob-row-main">
              <Link className="ob-link" to={`/watch/${word.lessonId}`}>
                <bdi>{word.title}</bdi>
              </Link>
              <Text size="sm" c="dimmed">
                <bdi>{word.teacherName}</bdi> ·{' '}
                {word.length > 0 ? `${timeText(micros(word.length))} min` : 'being made ready'} ·{' '}
                {word.heard === 0 ? 'nobody has heard it' : `${word.heard} of ${page.learners} have heard it`}
              </Text>
            </div>
            <Button
              variant="default"
              size="sm"
              aria-label={`Take ${word.title} off the page`}
              onClick={() => void acts.takeOff(word)}
            >
              Take off
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
