import classes from './ShareLine.module.css';

/** A share as a line, beside the words that say it. @param share from 0 to 1 */
export function ShareLine({ share }: { readonly share: number }) {
  return (
    <span className={classes.line} aria-hidden>
      <span className={classes.filled} style={{ width: `${Math.min(1, share) * 100}%` }} />
    </span>
  );
}
