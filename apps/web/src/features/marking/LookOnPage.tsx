import { Text, Title } from '@mantine/core';
import { marksOf, readParts, writtenPage } from '@oakbell/core/worksheets';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { PagePicture } from '../../kits/stage/index.ts';
import { call, client, corePage, learnMedia, pictureAt, type Api } from '../../shared/api/index.ts';
import { Empty, whenText, PageTitle, Show } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

type Sheet = Api['LookedOnSheetDto'];

/** Who writes on a worksheet, and the sheet of one of them as it grows. */
export function LookOnPage() {
  const { assignment: id = '', learner } = useParams();
  const begun = useQuery({
    queryKey: ['sheets', id],
    queryFn: () => call(client.GET('/api/assignments/{id}/sheets', { params: { path: { id } } })),
  });
  return (
    <Show of={begun} what="Looking who writes">
      {(all) => {
        const open = all.find((one) => one.learnerId === learner) ?? all.find((one) => !one.handedIn) ?? all[0];
        return (
          <div className={classes.desk}>
            <PageTitle>Worksheets</PageTitle>
            <nav className={classes.queue} aria-label="Who has begun">
              <Link to={`/marking/${id}`}>To what was handed in</Link>
              <Title order={1} className={classes.heading}>
                Worksheets
              </Title>
              <Text size="sm" c="dimmed">
                {all.length === 1 ? 'One learner has begun' : `${all.length} learners have begun`}
              </Text>
              <ol>
                {all.map((one) => (
                  <li key={one.learnerId}>
                    <Link
                      to={`/marking/${id}/worksheets/${one.learnerId}`}
                      className={classes.queueRow}
                      aria-current={one === open ? 'page' : undefined}
                    >
                      <bdi>{one.learnerName}</bdi>
                      <Text size="sm" component="span" c="dimmed">
                        {one.handedIn ? 'handed in' : `wrote ${whenText(one.changedAt)}`}
                      </Text>
                    </Link>
                  </li>
                ))}
              </ol>
            </nav>
            {open ? (
              <LookedOn key={open.learnerId} assignment={id} learner={open.learnerId} />
            ) : (
              <div className="ob-page">
                <Empty title="Nobody has begun yet">As soon as a learner writes, their worksheet is here.</Empty>
              </div>
            )}
          </div>
        );
      }}
    </Show>
  );
}

function LookedOn({ assignment: id, learner }: { readonly assignment: string; readonly learner: string }) {
  const sheet = useQuery({
    queryKey: ['sheet', id, learner],
    queryFn: () =>
      call(client.GET('/api/assignments/{id}/sheets/{learner}', { params: { path: { id, learner } } })).then((one) =>
        learnMedia(one),
      ),
  });
  return (
    <Show of={sheet} what="Opening the worksheet">
      {(data) => <Pages sheet={data} />}
    </Show>
  );
}

function Pages({ sheet }: { readonly sheet: Sheet }) {
  const pages = useMemo(() => pagesOf(sheet), [sheet]);
  return (
    <section className={classes.lookedOn} tabIndex={0} aria-label={`Worksheet of ${sheet.learnerName}`}>
      <Title order={2}>
        <bdi>{sheet.learnerName}</bdi>
      </Title>
      <Text size="sm" role="status">
        {sheet.handedInAt !== null && `Handed in ${whenText(sheet.handedInAt)}. `}
        {sheet.savedAt !== null && `Written on ${whenText(sheet.savedAt)}. `}
        {sheet.mayWrite ? 'What is written shows here within seconds.' : ''}
      </Text>
      {pages.map((page, i) => (
        <figure key={page.id} className={classes.lookedPage}>
          <span role="img" aria-label={`Page ${i + 1} as it is now. ${wordsOn(page.things)}`}>
            <PagePicture page={page} small={null} pictureAddress={pictureAt} widthPx={1200} />
          </span>
          <figcaption>
            Page {i + 1} of {pages.length}
          </figcaption>
        </figure>
      ))}
    </section>
  );
}

function pagesOf(sheet: Sheet) {
  const pages = sheet.pages.map(corePage);
  const marks = marksOf(
    readParts([sheet.log]),
    pages.map(({ id }) => id),
  );
  return pages.map((page) => ({
    ...page,
    things: writtenPage(page.things ?? [], marks.get(page.id) ?? [], 'written').things,
  }));
}

/** What is typed on a page, for those who do not see it. */
const wordsOn = (things: ReturnType<typeof pagesOf>[number]['things']): string =>
  things.flatMap((thing) => (thing.kind === 'text' ? [thing.text] : [])).join('. ');
