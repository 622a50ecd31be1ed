import { Text, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { call, client, type Api } from '../../shared/api/index.ts';
import { dueDistance, Empty, ManyRows, PageTitle, Show, whenText } from '../../shared/ui/index.ts';
import { useKeptWorks } from './keeping/useKeptWorks.ts';
import { JoinClass } from './JoinClass.tsx';
import { standingWords } from './NotOpen.tsx';
import classes from './Watch.module.css';

const LISTS = [
  { key: 'desk', name: 'On my desk', states: ['to-do'] },
  { key: 'finished', name: 'Finished', states: ['finished', 'handed-in'] },
  { key: 'feedback', name: 'Feedback', states: ['feedback'] },
] as const;
const EMPTY = {
  desk: 'Nothing is on your desk',
  finished: 'Nothing is finished yet',
  feedback: 'No feedback yet',
} as const;

/** A plain list with due dates and minutes. */
export function DeskPage() {
  const [search, setSearch] = useSearchParams();
  const list = LISTS.find((one) => one.key === search.get('list')) ?? LISTS[0];
  const desk = useQuery({ queryKey: ['desk'], queryFn: () => call(client.GET('/api/desk')) });
  const kept = new Set(useKeptWorks().data?.map((work) => work.assignmentId));
  return (
    <div className="ob-page">
      <PageTitle>{list.name}</PageTitle>
      <Title order={1} mb="md">
        {list.name}
      </Title>
      <Show of={desk} what="Looking at your desk">
        {(items) => {
          const shown = items.filter((item) => (list.states as readonly string[]).includes(item.state));
          if (shown.length === 0)
            return (
              <Empty title={EMPTY[list.key]}>
                {list.key === 'desk' ? 'When a teacher gives you something, it is here.' : ''}
              </Empty>
            );
          return (
            <ManyRows rows={shown}>
              {(item) => <DeskRow key={item.assignmentId} item={item} isKept={kept.has(item.assignmentId)} />}
            </ManyRows>
          );
        }}
      </Show>
      {list.key === 'desk' && (
        <JoinClass
          code={search.get('join')}
          onCode={(code) => setSearch(code === null ? {} : { join: code }, { replace: true })}
        />
      )}
    </div>
  );
}

function DeskRow({ item, isKept }: { readonly item: Api['DeskItemDto']; readonly isKept: boolean }) {
  const to = item.state === 'feedback' ? `/feedback/${item.assignmentId}` : `/desk/${item.assignmentId}`;
  const late = item.state === 'to-do' && new Date(item.dueAt) < new Date();
  return (
    <li>
      <Link to={to} className={classes.deskRow}>
        <span className={classes.deskMain}>
          <span className={classes.deskTitle}>{item.title}</span>
          <Text size="sm" c="dimmed" component="span">
            <bdi>{item.className}</bdi> · <bdi>{item.teacherName}</bdi>
            {isKept && ' · kept on this device'}
          </Text>
        </span>
        <span className={classes.deskFacts}>
          <span className="ob-time">{lengthOf(item)}</span>
          <span className={late ? classes.late : undefined}>{dueDistance(item.dueAt, new Date())}</span>
          <Text size="sm" c="dimmed" component="span">
            {factOf(item)}
          </Text>
        </span>
      </Link>
    </li>
  );
}

/** How long it takes, or why it cannot be watched yet. */
function lengthOf({ lessons, length }: Api['DeskItemDto']): string {
  const shut = lessons.filter(({ standing }) => standing !== 'open');
  const [first] = shut;
  if (first && shut.length === lessons.length) return standingWords(first);
  if (length === 0) return 'not ready yet';
  return `${lessons.length > 1 ? `${lessons.length} lessons, ` : ''}${timeText(micros(length))} min`;
}

function factOf({ state, excused, share, dueAt }: Api['DeskItemDto']): string {
  if (excused && state === 'finished') return 'You are excused';
  if (state === 'feedback') return 'Feedback to hear';
  if (state === 'handed-in') return 'Handed in';
  if (share > 0) return `${Math.round(share * 100)} % watched`;
  return whenText(dueAt);
}
