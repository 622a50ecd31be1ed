import { Link } from 'react-router';
import type { ReactNode } from 'react';
import type { Api, LibraryRow } from '../../shared/api/index.ts';
import classes from './Library.module.css';

/** Where in a lesson the words were found: one press leads to the page. */
export function FoundPlaces({ lesson }: { readonly lesson: LibraryRow }) {
  if (lesson.places.length === 0) return null;
  return (
    <ul className={classes.places} aria-label={`Found in ${lesson.title}`}>
      {lesson.places.map((place) => {
        const where = `Page ${place.pageNumber}${place.kind === 'cue' ? ', cues' : ''}`;
        const what = (
          <>
            {where}: <Marked {...place} />
          </>
        );
        return (
          <li key={place.pageId}>
            {lesson.may === 'use' ? what : <Link to={`/lessons/${lesson.id}/pages?page=${place.pageId}`}>{what}</Link>}
          </li>
        );
      })}
    </ul>
  );
}

function Marked({ text, marks }: Api['FoundPlaceDto']) {
  const parts: ReactNode[] = [];
  let at = 0;
  for (const { start, end } of marks) {
    parts.push(text.slice(at, start), <mark key={start}>{text.slice(start, end)}</mark>);
    at = end;
  }
  return (
    <bdi>
      {parts}
      {text.slice(at)}
    </bdi>
  );
}
