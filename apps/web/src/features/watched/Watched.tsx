import { Button, Group, NativeSelect, Text, Title } from '@mantine/core';
import { fromMillis, micros, timeText, type Micros } from '@oakbell/core/clock';
import { adviceOn, extremesOf, pagesPlayed, type LearnerPlayed } from '@oakbell/core/coverage';
import { leftOut, longestOf, type RangeSet } from '@oakbell/core/intervals';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { GuardianLinks } from '../../kits/guardian/index.ts';
import { useEdition } from '../../kits/player/index.ts';
import { pinsOf, SeenBar, Timeline } from '../../kits/timeline/index.ts';
import { call, client, type Api } from '../../shared/api/index.ts';
import { dayDistance, PageTitle, ShareText, Show, whenText } from '../../shared/ui/index.ts';
import { Moment } from './Moment.tsx';
import { warmthWords } from './classes.ts';
import { doneWords, timesWords } from './done.ts';
import { Spread } from './Spread.tsx';
import { Advised } from './Advised.tsx';
import { Asked, useAsked } from './Asked.tsx';
import { choices, chosen, type Choice } from './choice.ts';
import { PagesTable } from './PagesTable.tsx';
import { pagesOf } from './pagesOf.ts';
import { Remind } from './Remind.tsx';
import classes from './Watched.module.css';

/** What can be taken along, for other programs. */
const TAKEN_ALONG = [
  ['table', 'Table as CSV'],
  ['statements', 'Statements as xAPI'],
] as const;

/** Who has watched what of one assignment. @param of the lesson of it that is shown first */
export function Watched({
  assignmentId,
  of,
  isMine = false,
}: {
  readonly assignmentId: string;
  readonly of?: string;
  /** Whether the lesson can be recorded again by whoever looks. */
  readonly isMine?: boolean;
}) {
  const [chosen, choose] = useState<string | undefined>(of);
  const watched = useQuery({
    queryKey: ['watched', assignmentId, chosen],
    queryFn: () => {
      const query = chosen === undefined ? {} : { lesson: chosen };
      return call(client.GET('/api/watching/assignments/{id}', { params: { path: { id: assignmentId }, query } }));
    },
    placeholderData: keepPreviousData,
  });
  return (
    <Show of={watched} what="Counting the seconds">
      {(data) => (
        <>
          {data.lessons.length > 1 && (
            <NativeSelect
              label="Lesson"
              maw={420}
              value={data.lessonId}
              onChange={({ currentTarget }) => choose(currentTarget.value)}
              data={data.lessons.map(({ id, title }, i) => ({ value: id, label: `${i + 1}. ${title}` }))}
            />
          )}
          <WatchedSheet key={data.lessonId} watched={data} isMine={isMine} />
        </>
      )}
    </Show>
  );
}

function WatchedSheet({ watched, isMine }: { readonly watched: Api['WatchedDto']; readonly isMine: boolean }) {
  const edition = useEdition(watched.editionId);
  const asked = useAsked(watched.assignmentId, watched.lessonId);
  const pins = useMemo(() => pinsOf(asked.data), [asked.data]);
  const length = micros(watched.length);
  const notBegun = watched.learners.filter((learner) => learner.firstAt === null);
  const begun = watched.learners.filter((learner) => learner.firstAt !== null);
  const [choice, choose] = useState<Choice>('all');
  // What was played most often is looked at first.
  const [at, setAt] = useState(() => {
    const { most } = extremesOf(watched.warmth);
    return micros(most ? Math.round((most.from / watched.warmth.length) * watched.length) : 0);
  });
  const pages = useMemo(() => (edition.data ? pagesOf(edition.data.lesson) : []), [edition.data]);
  const played = watched.learners as unknown as readonly LearnerPlayed[];
  const met = useMemo(() => pagesPlayed(pages, played, length), [pages, played, length]);
  const shown = choice === 'all' ? begun : chosen(watched.learners, choice, pages, watched.watchedPercent);
  return (
    <>
      <PageTitle>{`Watched · ${watched.title}`}</PageTitle>
      <div>
        <Title order={1}>{watched.className}</Title>
        <Text c="dimmed">
          {begun.length} of {watched.learners.length} have begun · due {dayDistance(watched.dueAt, new Date())},{' '}
          {whenText(watched.dueAt)}
        </Text>
      </div>
      {edition.data && (
        <Advised
          advice={adviceOn(met, played)}
          lessonId={isMine ? watched.lessonId : null}
          onNotBegun={() => choose('not-begun')}
        />
      )}
      <Group align="end">
        <NativeSelect
          label="Show"
          maw={280}
          value={choice}
          onChange={({ currentTarget }) => choose(currentTarget.value as Choice)}
          data={[...choices(pages, watched.watchedPercent)]}
        />
        {choice !== 'all' && <Remind watched={watched} learners={shown} />}
        {watched.learners.length > 0 && (
          <Group gap="xs" ml="auto">
            {TAKEN_ALONG.map(([file, name]) => (
              <Button
                key={file}
                component="a"
                variant="default"
                href={`/api/watching/assignments/${watched.assignmentId}/${file}?lesson=${watched.lessonId}`}
                download
              >
                {name}
              </Button>
            ))}
          </Group>
        )}
      </Group>
      {edition.data && <Moment key={edition.data.id} edition={edition.data} at={at} learners={played} />}
      <div className={`ob-card ${classes.sheet}`}>
        <div className={classes.axisRow}>
          <div className={classes.name}>
            <Text fw={700}>The class</Text>
            <Text size="sm" c="dimmed">
              The higher the green, the more often it was played. {warmthWords(watched)}
            </Text>
          </div>
          <div className={classes.axis}>
            {edition.data && (
              <Timeline
                label="How often each part of the lesson was played"
                length={length}
                peaks={edition.data.peaks}
                turns={edition.data.lesson.turns}
                ink={edition.data.lesson.ink}
                warmth={watched.warmth}
                pins={pins}
                position={at}
                onSeek={setAt}
              />
            )}
          </div>
          <Text size="sm" className={classes.share}>
            Seen
          </Text>
          <Text size="sm" className={classes.when}>
            Last watched
          </Text>
        </div>
        <ul className="ob-rows" aria-label="Learners">
          {shown.map((learner) => (
            <li key={learner.id} className={classes.row}>
              <span className={classes.name}>
                <Link to={`/classes/${watched.classId}/learners/${learner.id}`}>
                  <bdi>{learner.name}</bdi>
                </Link>
              </span>
              <div className={classes.axis}>
                <SeenBar length={length} seen={learner.ranges as unknown as RangeSet} name={learner.name} />
              </div>
              <span className={classes.share}>
                <ShareText share={learner.share} />
              </span>
              <span className={classes.when}>
                {learner.lastAt ? whenText(learner.lastAt) : 'Not begun'}
                {[timesWords(learner), doneWords(learner.done)].map(
                  (words) =>
                    words && (
                      <Text key={words} size="sm" c="dimmed">
                        {words}
                      </Text>
                    ),
                )}
                <NotSeen learner={learner} length={length} />
                {learner.replayed >= 1e6 && (
                  <Text size="sm" c="dimmed">{`${timeText(micros(learner.replayed))} played again`}</Text>
                )}
                {learner.remindedAt && <Text size="sm" c="dimmed">{`Reminded ${whenText(learner.remindedAt)}`}</Text>}
                {learner.uncounted && <Uncounted of={learner.uncounted} />}
              </span>
            </li>
          ))}
        </ul>
      </div>
      {shown.length === 0 && choice !== 'all' && <Text c="dimmed">Nobody of the class.</Text>}
      {choice === 'all' && notBegun.length > 0 && (
        <section aria-label="Not begun">
          <Title order={2} mb={4}>
            Not begun
          </Title>
          <Text>{notBegun.map((learner) => learner.name).join(', ')}</Text>
        </section>
      )}
      <PagesTable pages={met} begun={begun.length} />
      {watched.learners.length > 0 && <Spread watched={watched} />}
      <Asked key={watched.lessonId} assignmentId={watched.assignmentId} lessonId={watched.lessonId} />
      {watched.learners.length > 0 && watched.editionId !== null && <ForGuardians watched={watched} />}
    </>
  );
}

/** The longest stretch that somebody who has begun has not seen. */
function NotSeen({ learner, length }: { readonly learner: Api['WatchedLearnerDto']; readonly length: Micros }) {
  const longest = longestOf(leftOut(learner.ranges as unknown as RangeSet, length, 1e6));
  if (!longest || learner.firstAt === null) return null;
  return <Text size="sm" c="dimmed">{`Not seen: ${timeText(longest.start)} to ${timeText(longest.end)}`}</Text>;
}

/** What a device claims and cannot have been, said so that nobody is judged by it. */
const Uncounted = ({ of: { reports, claimedMs } }: { readonly of: Api['UncountedDto'] }) => (
  <Text size="sm">
    {`${reports === 1 ? 'One report' : `${reports} reports`} of ${timeText(fromMillis(claimedMs))} not counted: more than can have been played. A clock that was set anew does that; ask before you judge.`}
  </Text>
);

/** The lesson for the guardians of one learner. */
function ForGuardians({ watched }: { readonly watched: Api['WatchedDto'] }) {
  const [id, setId] = useState(watched.learners[0]?.id ?? '');
  const learner = watched.learners.find((one) => one.id === id);
  const lesson = watched.lessons.find((one) => one.id === watched.lessonId);
  return (
    <section aria-label="For guardians">
      <Title order={2} mb={4}>
        For guardians
      </Title>
      <Group align="end">
        <NativeSelect
          label="A guardian of"
          data={watched.learners.map((one) => ({ value: one.id, label: one.name }))}
          value={id}
          onChange={({ currentTarget }) => setId(currentTarget.value)}
        />
        {learner && lesson && (
          <GuardianLinks key={id} assignmentId={watched.assignmentId} learner={learner} lesson={lesson} />
        )}
      </Group>
    </section>
  );
}
