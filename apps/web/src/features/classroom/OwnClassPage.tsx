import { Text, Title } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { sectionsOf, type Section } from '@oakbell/core/outline';
import { IconCheck } from '@tabler/icons-react';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { call, client, isGone, type Api } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show } from '../../shared/ui/index.ts';
import { DayHead, NoClass, ShareLine } from '../../kits/classpage/index.ts';
import classes from './Classroom.module.css';
import { WordsForToday } from './WordsForToday.tsx';
import { isDone, standingOfWork } from './standing.ts';

type Item = Api['OwnPageItemDto'];

/** A class page: what was given, unit after unit and day after day, and how far somebody is with it. */
export function OwnClassPage() {
  const { class: id = '' } = useParams();
  const page = useQuery({
    queryKey: ['desk', 'class', id],
    queryFn: () => call(client.GET('/api/own-classes/{id}', { params: { path: { id } } })),
  });
  if (isGone(page.error))
    return <NoClass to="/class">You may have moved to another one. What you have done stays yours.</NoClass>;
  return (
    <div className="ob-page">
      <Show of={page} what="Opening the class page">
        {(data) => <Filled page={data} />}
      </Show>
    </div>
  );
}

function Filled({ page }: { readonly page: Api['OwnClassPageDto'] }) {
  const sections = sectionsOf<Item>(page);
  const left = page.items.filter((item) => !isDone(item));
  return (
    <>
      <PageTitle>{page.name}</PageTitle>
      <Title order={1}>
        <bdi>{page.name}</bdi>
      </Title>
      <Text c="dimmed" mb="md">
        {page.course && (
          <>
            <bdi>{page.course}</bdi> ·{' '}
          </>
        )}
        {leftText(left.length, page.items.length)}
      </Text>
      <Text mb="md">
        <Link className="ob-link ob-finger" to="marks">
          Your marks in this class
        </Link>
      </Text>
      <WordsForToday words={page.words} />
      {sections.length === 0 && page.words.length === 0 ? (
        <Empty title="Nothing is on this page yet">When your teacher gives the class something, it stands here.</Empty>
      ) : (
        sections.map((section) => <Unit key={section.unit?.id ?? ''} section={section} alone={sections.length === 1} />)
      )}
    </>
  );
}

function leftText(left: number, all: number): string {
  if (all === 0) return 'nothing to do yet';
  if (left === 0) return 'all of it is done';
  return left === 1 ? 'one thing to do' : `${left} things to do`;
}

/** A unit: folded away once all of it is done. */
function Unit({ section: { unit, days }, alone }: { readonly section: Section<Item>; readonly alone: boolean }) {
  const items = days.flatMap((day) => day.items);
  const done = items.filter(isDone).length;
  const back = items.filter(({ work }) => work.state === 'feedback').length;
  const body = (
    <div className={classes.days}>
      {items.length === 0 && days.length === 0 && (
        <Text c="dimmed" p="md">
          Nothing is in this unit yet.
        </Text>
      )}
      {days.map(({ day, topic, items: own }) => (
        <div key={day ?? ''} className={classes.day}>
          {day !== null && (
            <div className={classes.date}>
              <DayHead day={day} topic={topic} />
            </div>
          )}
          <ul className="ob-rows">
            {own.map((item) => (
              <Work key={item.id} item={item} />
            ))}
          </ul>
        </div>
      ))}
    </div>
  );
  if (unit === null && alone) return <section className={`ob-card ${classes.unit}`}>{body}</section>;
  return (
    <details className={`ob-card ${classes.unit}`} open={items.length === 0 || done < items.length}>
      <summary className={classes.head}>
        <h2>{unit ? <bdi>{unit.name}</bdi> : 'Outside the units'}</h2>
        <span>
          {items.length === 0
            ? 'nothing yet'
            : `${done} of ${items.length} done${back > 0 ? `, ${back} with feedback` : ''}`}
        </span>
      </summary>
      {body}
    </details>
  );
}

function Work({ item }: { readonly item: Item }) {
  const { work } = item;
  const { kind, words } = standingOfWork(item, new Date());
  return (
    <li>
      <Link to={`/${work.state === 'feedback' ? 'feedback' : 'desk'}/${item.id}`} className={classes.work}>
        <span className={classes.title}>
          {work.title}
          <Text size="sm" c="dimmed" component="span">
            {factsOf(work)}
          </Text>
        </span>
        <ShareLine share={work.share} />
        <span className={classes.standing} data-kind={kind}>
          {kind === 'done' && <IconCheck size={18} aria-hidden />}
          {words}
        </span>
      </Link>
    </li>
  );
}

function factsOf({ length, share, handIn, state, points }: Api['DeskItemDto']): string {
  const watched = share > 0 && share < 1 ? `${Math.round(share * 100)} % watched` : null;
  const toDo = handIn && state === 'to-do' ? 'something to hand in' : null;
  return [
    length > 0 ? `${timeText(micros(length))} min` : null,
    watched,
    toDo,
    points === null || state !== 'to-do' ? null : `up to ${points} points`,
  ]
    .filter((fact) => fact !== null)
    .join(' · ');
}
