import { PageWithInk } from '../../../kits/stage/index.ts';
import { readParts } from '@oakbell/core/worksheets';
import { useMemo } from 'react';
import { corePage, pictureAt, type Api } from '../../../shared/api/index.ts';
import classes from '../Watch.module.css';

/** The pages that were handed in, with what the teacher wrote on them. */
export function WrittenPages({ written }: { readonly written: Api['WrittenBackDto'] }) {
  const events = useMemo(() => readParts([written.log]), [written.log]);
  const pages = useMemo(() => written.pages.map(corePage), [written.pages]);
  return (
    <ul className={classes.writtenPages} aria-label="Your work, as it was written on">
      {pages.map((page, i) => (
        <li key={page.id}>
          <PageWithInk
            page={page}
            events={events}
            label={`Page ${i + 1} with what your teacher wrote on it`}
            pictureAddress={pictureAt}
            widthPx={1200}
          />
        </li>
      ))}
    </ul>
  );
}
