import { Text, Title } from '@mantine/core';
import { newsWords } from '@oakbell/core/news';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { call, client, learn, NEWS, unseenOf, useNews, type Api } from '../../shared/api/index.ts';
import { dueDistance, Empty, ManyRows, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';

/** What is new for a learner or a teacher: what was not seen yet before what was. */
export function NewsPage() {
  const news = useNews();
  return (
    <div className="ob-page">
      <PageTitle>News</PageTitle>
      <Title order={1} mb="md">
        News
      </Title>
      <Show of={news} what="Looking what is new">
        {(there) => <NewsLists news={there} />}
      </Show>
      <Text size="sm" c="dimmed" mt="md">
        This is what is new of the last two weeks. What of it you are told by mail, and when, is for you to choose{' '}
        <Link className="ob-link" to="/account">
          under your account
        </Link>
        .
      </Text>
    </div>
  );
}

function NewsLists({ news }: { readonly news: Api['NewsDto'] }) {
  // What was not seen when the page was opened stays so while it is open.
  const [opened] = useState(news.seenAt);
  const queries = useQueryClient();
  const { mutate, error } = useMutation({
    mutationFn: (until: string) => call(client.POST('/api/own-news/seen', { body: { until } })),
    onSuccess: (_, seenAt) =>
      learn<Api['NewsDto']>(queries, NEWS, (there) => there && { ...there, seenAt: max(seenAt, there.seenAt) }),
  });
  const newest = news.items[0]?.at ?? news.seenAt;
  useEffect(() => {
    if (newest > news.seenAt) mutate(newest);
  }, [newest, news.seenAt, mutate]);
  const unseen = unseenOf(news, opened);
  const seen = news.items.filter((one) => !unseen.includes(one));
  if (news.items.length === 0)
    return <Empty title="Nothing is new">What concerns you is here for two weeks, the newest first.</Empty>;
  return (
    <>
      <ProblemNote failure={error} />
      {unseen.length > 0 && <List title="Not seen yet" items={unseen} />}
      {seen.length > 0 && <List title="Earlier" items={seen} />}
    </>
  );
}

const max = (a: string, b: string): string => (a > b ? a : b);

function List({ title, items }: { readonly title: string; readonly items: readonly Api['NewsItemDto'][] }) {
  return (
    <section aria-label={title}>
      <Title order={2} my="sm">
        {title}
      </Title>
      <ManyRows rows={items}>{(item) => <Row key={`${item.kind} ${item.assignmentId}`} item={item} />}</ManyRows>
    </section>
  );
}

/** Where a thing of this kind is worked on. */
const PLACES: Readonly<Record<Api['NewsItemDto']['kind'], string>> = {
  ...{
    given: '/desk',
    changed: '/desk',
    due: '/desk',
    reminded: '/desk',
    'handed-back': '/feedback',
    removed: '/desk',
    approved: '/desk',
    answered: '/desk',
    'said-back': '/feedback',
    'handed-in': '/marking',
    asked: '/watched',
    'answer-back': '/marking',
  },
};
/** Whether its day is still to come for whoever reads it. */
const IS_DUE: readonly Api['NewsItemDto']['kind'][] = ['given', 'changed', 'due', 'reminded', 'removed'];

function Row({ item }: { readonly item: Api['NewsItemDto'] }) {
  const { kind, assignmentId, className, dueAt, at, title } = item;
  return (
    <li className="ob-row">
      <div className="ob-row-main">
        <Link className="ob-link ob-finger" to={`${PLACES[kind]}/${assignmentId}`}>
          {newsWords(item, title)}
        </Link>
        <Text size="sm" c="dimmed">
          <bdi>{className}</bdi>
          {IS_DUE.includes(kind) && `, ${dueDistance(dueAt, new Date())}`}
        </Text>
      </div>
      {kind !== 'due' && (
        <Text size="sm" c="dimmed">
          {whenText(at)}
        </Text>
      )}
    </li>
  );
}
