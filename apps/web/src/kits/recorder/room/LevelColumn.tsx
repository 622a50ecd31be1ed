import { useEffect, useRef, useState } from 'react';
import type { TakeRecorder } from '../capture/index.ts';
import classes from './Room.module.css';

/** The scale runs from −60 dBFS at the foot to 0 at the top. */
export const levelShare = (peak: number): number =>
  Math.max(0, Math.min(1, 1 + (20 * Math.log10(Math.max(peak, 1e-6))) / 60));
/** The good zone: peaks from −20 to −6 dBFS. */
export const GOOD_ZONE = { from: 1 - 20 / 60, to: 1 - 6 / 60 };
const FALL_PER_REPORT = 0.024;

const WORDS = { low: 'too quiet', good: 'good', high: 'too loud' } as const;

/** How loud the voice is, read from the corner of the eye: a column with its good zone marked, and a word. */
export function LevelColumn({ recorder }: { readonly recorder: TakeRecorder }) {
  const bar = useRef<HTMLDivElement>(null);
  const [word, setWord] = useState<keyof typeof WORDS | null>(null);
  useEffect(() => {
    let level = 0;
    let highest = 0;
    let reports = 0;
    return recorder.onLevel((peak) => {
      level = Math.max(levelShare(peak), level - FALL_PER_REPORT);
      highest = Math.max(highest, level);
      reports += 1;
      // Twelve times a second is enough for an eye, and leaves the machine to the pen.
      if (reports % 2 === 0) bar.current?.style.setProperty('--level', String(level));
      if (reports % 20 !== 0) return;
      setWord(highest < 0.25 ? null : highest < GOOD_ZONE.from ? 'low' : highest > GOOD_ZONE.to ? 'high' : 'good');
      highest = level;
    });
  }, [recorder]);
  const zone = { bottom: `${GOOD_ZONE.from * 100}%`, height: `${(GOOD_ZONE.to - GOOD_ZONE.from) * 100}%` };
  return (
    <div
      className={classes.level}
      role="meter"
      aria-label="Level of the voice"
      aria-valuetext={word ? WORDS[word] : 'no sound'}
      aria-valuemin={0}
      aria-valuemax={2}
      aria-valuenow={word === 'low' ? 0 : word === 'high' ? 2 : 1}
    >
      <div className={classes.levelTrack}>
        <span className={classes.levelGood} style={zone} />
        <div ref={bar} className={classes.levelBar} />
      </div>
      <span className={classes.levelWord}>{word ? WORDS[word] : 'no sound'}</span>
    </div>
  );
}
