import { Text } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { IconCheck, IconPlayerPlay } from '@tabler/icons-react';
import { Link } from 'react-router';
import type { Api } from '../../shared/api/index.ts';
import classes from './Classroom.module.css';

/** From so much of it on a quick word counts as heard. */
const HEARD = 0.9;

/** What teachers say to the class today. */
export function WordsForToday({ words }: { readonly words: readonly Api['OwnPageWordDto'][] }) {
  if (words.length === 0) return null;
  return (
    <section aria-label="For today" className={`ob-card ${classes.unit}`}>
      <div className={classes.head} data-plain>
        <h2>For today</h2>
      </div>
      <ul className="ob-rows">
        {words.map((word) => (
          <li key={word.id}>
            <Link to={`/watch/${word.lessonId}`} className={classes.work}>
              <IconPlayerPlay size={20} aria-hidden />
              <span className={classes.title}>
                {word.title}
                <Text size="sm" c="dimmed" component="span">
                  <bdi>{word.teacherName}</bdi>
                  {word.length > 0 && ` · ${timeText(micros(word.length))} min`}
                </Text>
              </span>
              <span className={classes.standing} data-kind={word.share >= HEARD ? 'done' : 'new'}>
                {word.share >= HEARD && <IconCheck size={18} aria-hidden />}
                {word.length === 0 ? 'In a moment' : word.share >= HEARD ? 'Heard' : 'New, gone at midnight'}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
