import { fromMillis, lengthOf, micros, type TimeRange } from '@oakbell/core/clock';
import { heardStretches, isTake, programmeOf, sourceTimeAt, type EditList } from '@oakbell/core/edits';
import { useQueries } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { browserShelf, call, client, type Api, type Lesson, ownName } from '../../shared/api/index.ts';

/** Shorter rests are a breath. */
const LEAST_QUIET = fromMillis(1000);
/** Shorter silent writing is not worth an offer. */
const LEAST_WRITING = fromMillis(2500);
/** Less than a short sound of speech is not missed. */
const LEAST_LOST = fromMillis(40);
/** A take is much quieter than the loudest when it is so many LU under it. */
const MUCH_QUIETER_LU = 6;

type Known = Api['AnalysisDto'];
type Stretches = Known['quiet'];

/** A take that is much quieter than the loudest one. */
export interface LowTake {
  /** Counted from 1, in the order of the lesson. */
  readonly number: number;
  readonly under: number;
}

/** What was found in a lesson and neither taken up nor left, in programme time. What is left is kept here. */
export function useFound(lesson: Lesson) {
  const { edits } = lesson;
  const ids = useMemo(() => [...new Set(edits.segments.filter(isTake).map(({ takeId }) => takeId))], [edits]);
  const known = useQueries({
    queries: ids.map((id) => ({
      queryKey: ['take-analysis', id],
      staleTime: Infinity,
      queryFn: () => call(client.GET('/api/takes/{id}/analysis', { params: { path: { id } } })),
    })),
    combine: (results) => results.map((result) => result.data),
  });
  const place = ownName(`left-found.${lesson.id}`);
  const [left, setLeft] = useState<readonly string[]>(() => (browserShelf.read(place) ?? '').split(' '));
  const found = useMemo(() => {
    const heard = (of: (take: Known) => Stretches, least: typeof LEAST_QUIET) => {
      const ofTake = (id: string) => {
        const take = known[ids.indexOf(id)];
        return take ? of(take).map(({ start, end }) => ({ start: micros(start), end: micros(end) })) : [];
      };
      return heardStretches(edits, ofTake, least).filter((one) => !left.includes(nameOf(edits, one)));
    };
    const writing = heard((take) => take.silentWriting, LEAST_WRITING);
    const lost = heard((take) => take.lost, LEAST_LOST);
    // What is offered to be sped up, or never arrived, is not offered to be shortened as well.
    const isOffered = (one: TimeRange) =>
      [...writing, ...lost].some((other) => other.start < one.end && one.start < other.end);
    return { writing, lost, quiet: heard((take) => take.quiet, LEAST_QUIET).filter((one) => !isOffered(one)) };
  }, [edits, known, ids, left]);
  const leave = (stretch: TimeRange) => {
    const next = [...left, nameOf(edits, stretch)];
    setLeft(next);
    browserShelf.write(place, next.join(' '));
  };
  return { ...found, low: lowTakes(known), threshold: highestThreshold(known), leave };
}

/** A wave is about so much larger than its level. */
const CREST = 1.4;

/** What counts as speech in every take of the lesson, 0…1 of full scale; undefined until it is known. */
function highestThreshold(known: readonly (Known | undefined)[]): number | undefined {
  const levels = known.flatMap((one) => (one ? [one.threshold] : []));
  return levels.length === 0 ? undefined : Math.min(1, CREST * 10 ** (Math.max(...levels) / 20));
}

function lowTakes(known: readonly (Known | undefined)[]): readonly LowTake[] {
  const loudest = Math.max(...known.map((one) => one?.lufs ?? -Infinity));
  return known.flatMap((one, i) => {
    const under = loudest - (one?.lufs ?? loudest);
    return under >= MUCH_QUIETER_LU ? [{ number: i + 1, under: Math.round(under) }] : [];
  });
}

/** A stretch by its place in the take, which no edit changes. */
function nameOf(edits: EditList, { start }: TimeRange): string {
  const place = sourceTimeAt(programmeOf(edits), start);
  return `${place?.sourceId}@${place?.time}`;
}

/** How much is won in all when each is played so many times as fast. */
export const wonAt = (stretches: readonly TimeRange[], speed: number): number =>
  stretches.reduce((sum, one) => sum + lengthOf(one) * (1 - 1 / speed), 0);
