import { Link } from 'react-router';
import classes from './ClassTabs.module.css';

const TABS = [
  { key: 'page', name: 'Class page', path: '/page' },
  { key: 'marks', name: 'Marks', path: '/marks' },
  { key: 'people', name: 'Learners and teachers', path: '' },
] as const;

/** The sides of a class: what it was given, what came of it, and who is in it. */
export function ClassTabs({ id, here }: { readonly id: string; readonly here: (typeof TABS)[number]['key'] }) {
  return (
    <nav aria-label="This class" className={classes.tabs}>
      {TABS.map(({ key, name, path }) => (
        <Link
          key={key}
          to={`/classes/${id}${path}`}
          className={classes.tab}
          aria-current={key === here ? 'page' : undefined}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}
