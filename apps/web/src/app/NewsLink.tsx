import { Link, useLocation } from 'react-router';
import { unseenOf, useNews } from '../shared/api/index.ts';
import classes from './Shell.module.css';

/** The way to what is new, with how much of it was not seen. */
export function NewsLink() {
  const { pathname } = useLocation();
  // The line is left to the lesson where one is watched.
  const { data } = useNews(!/^\/(?:desk|watch)\/./.test(pathname));
  const unseen = data ? unseenOf(data, data.seenAt).length : 0;
  return (
    <Link
      to="/news"
      className={classes.news}
      aria-current={pathname === '/news' ? 'page' : undefined}
      aria-label={unseen > 0 ? `News, ${unseen} not seen yet` : 'News'}
    >
      News
      {unseen > 0 && <span className={classes.count}>{unseen}</span>}
    </Link>
  );
}
