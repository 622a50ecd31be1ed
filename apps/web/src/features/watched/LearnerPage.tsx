import { Text, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { leftOut, longestOf, type RangeSet } from '@oakbell/core/intervals';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { SeenBar } from '../../kits/timeline/index.ts';
import { call, client, isGone, type Api } from '../../shared/api/index.ts';
import { Empty, PageTitle, ShareText, Show, whenText } from '../../shared/ui/index.ts';
import { doneWords, overSentence } from './done.ts';
import classes from './Watched.module.css';

/** One learner over all lessons that a class was given, for who teaches it. */
export function LearnerPage() {
  const { class: id = '', learner = '' } = useParams();
  const over = useQuery({
    queryKey: ['watched', 'learner', id, learner],
    queryFn: () =>
      call(client.GET('/api/watching/classes/{id}/learners/{learner}', { params: { path: { id, learner } } })),
  });
  if (isGone(over.error))
    return (
      <div className="ob-page">
        <Empty title="This learner is not in a class of yours">What they did before stays theirs.</Empty>
      </div>
    );
  return (
    <div className="ob-page" style={{ width: '100%' }}>
      <Show of={over} what="Counting the seconds">
        {(data) => (
          <>
            <PageTitle>{data.name}</PageTitle>
            <Text>
              <Link to={`/classes/${id}`}>
                <bdi>{data.className}</bdi>
              </Link>
            </Text>
            <Title order={1}>
              <bdi>{data.name}</bdi>
            </Title>
            <Text c="dimmed" mb="md">
              {overSentence(data.lessons)}
            </Text>
            {data.lessons.length === 0 ? (
              <Empty title="Nothing was given yet">
                What {data.name} is given, and how it is watched, stands here.
              </Empty>
            ) : (
              <ul className={`ob-card ob-rows ${classes.sheet}`} aria-label="Lessons">
                {data.lessons.map((one) => (
                  <LessonRow key={`${one.assignmentId} ${one.lessonId}`} one={one} />
                ))}
              </ul>
            )}
          </>
        )}
      </Show>
    </div>
  );
}

function LessonRow({ one }: { readonly one: Api['LearnerLessonDto'] }) {
  const seen = one.ranges as unknown as RangeSet;
  const longest = longestOf(leftOut(seen, micros(one.length), 1e6));
  return (
    <li className={classes.row}>
      <span className={classes.name}>
        <Link to={`/watched/${one.assignmentId}`}>
          <bdi>{one.title}</bdi>
        </Link>
        <Text size="sm" c="dimmed">
          Due {whenText(one.dueAt)}
        </Text>
      </span>
      <div className={classes.axis}>
        {one.length > 0 && <SeenBar length={micros(one.length)} seen={seen} name={one.title} />}
      </div>
      <span className={classes.share}>
        <ShareText share={one.share} />
      </span>
      <span className={classes.when}>
        {one.lastAt ? `Last ${whenText(one.lastAt)}` : one.length === 0 ? 'Not published' : 'Not begun'}
        <Text size="sm" c="dimmed">
          {doneWords(one.done)}
        </Text>
        {longest && one.firstAt !== null && (
          <Text size="sm" c="dimmed">{`Not seen: ${timeText(longest.start)} to ${timeText(longest.end)}`}</Text>
        )}
        {one.replayed >= 1e6 && <Text size="sm" c="dimmed">{`${timeText(micros(one.replayed))} played again`}</Text>}
      </span>
    </li>
  );
}
