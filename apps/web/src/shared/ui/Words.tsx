import classes from './Words.module.css';

/** Words that somebody wrote, with lists, links and formulas. @param html clean: the server lets nothing else through */
export const Words = ({ html }: { readonly html: string }) => (
  <div className={classes.words} dangerouslySetInnerHTML={{ __html: html }} />
);
