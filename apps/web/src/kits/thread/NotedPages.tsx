import { indexMarks } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import { readParts } from '@oakbell/core/worksheets';
import { useMemo } from 'react';
import { PageWithInk } from '../stage/index.ts';
import classes from './Thread.module.css';

interface Props {
  /** Lines of a log, all of one moment. */
  readonly ink: string;
  readonly pages: readonly Page[];
  readonly pictureAddress: (digest: string) => string;
  /** Who wrote on them, as `You`. */
  readonly by: string;
}

/** The pages that something was written on, with it; one that is not there any more is left out. */
export function NotedPages({ ink, pages, pictureAddress, by }: Props) {
  const events = useMemo(() => readParts([ink]), [ink]);
  const written = useMemo(() => indexMarks(events), [events]);
  return (
    <ul className={classes.noted}>
      {pages.map((page, i) =>
        written.has(page.id) ? (
          <li key={page.id}>
            <PageWithInk
              page={page}
              events={events}
              label={`Page ${i + 1}, and what ${by} wrote on it`}
              pictureAddress={pictureAddress}
              widthPx={1000}
            />
          </li>
        ) : null,
      )}
    </ul>
  );
}
