import { dayOf, dayText } from '../../shared/ui/index.ts';
import classes from './DayHead.module.css';

/** The head of a day on a class page: which day, whether it is today, and what is done on it. */
export function DayHead({ day, topic }: { readonly day: string; readonly topic: string }) {
  const isToday = day === dayOf(new Date());
  return (
    <h3 className={classes.date} aria-current={isToday ? 'date' : undefined}>
      {dayText(day)}
      {isToday && <span className={classes.today}>today</span>}
      {topic && <span className={classes.topic}>{topic}</span>}
    </h3>
  );
}
