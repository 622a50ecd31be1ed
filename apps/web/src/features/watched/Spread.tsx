import type { Api } from '../../shared/api/index.ts';
import { Chart } from '../../kits/chart/index.ts';
import { byDay, byShare, daySentence, shareSentence } from './spread.ts';
import classes from './Watched.module.css';

/** How watching spreads over days and over the class. */
export function Spread({ watched }: { readonly watched: Api['WatchedDto'] }) {
  const [days, shares] = [byDay(watched), byShare(watched)];
  return (
    <section aria-label="How watching spreads" className={classes.spread}>
      <Chart title="How much" bars={shares} sentence={shareSentence(shares)} />
      <Chart title="On which days" bars={days} sentence={daySentence(days)} />
    </section>
  );
}
