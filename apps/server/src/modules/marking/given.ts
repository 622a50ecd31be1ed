import { carriedOver, isOwnGrade, totalOf, type Choice } from '@oakbell/core/marking';
import { present } from '@oakbell/core/present';
import { Problem } from '../../platform/http/index.ts';
import type { Assignment } from '../assignments/index.ts';
import type { RubricsService } from '../rubrics/index.ts';
import { pointsFault } from './marking.rules.ts';

/** How the lines of a rubric were filled, and of which version. */
export interface RubricMarks {
  readonly versionId: string;
  readonly choices: readonly Choice[];
}
export interface Marking {
  readonly points: number | null;
  readonly comment: string;
  /** Left out: as it was. */
  readonly reason?: string | undefined;
  /** Left out: as it was; null takes it away. */
  readonly rubric?: RubricMarks | null | undefined;
}
/** Marks as they are given, and what whoever gives them has seen. */
export interface Given extends Marking {
  /** The hand-in they are for: its `times`. */
  readonly times: number;
  /** The marks that were there; 0 for none. */
  readonly revision: number;
  /** Whoever hands it back knows that what was spoken has no captions yet. */
  readonly withoutCaptions?: boolean | undefined;
}
/** A rubric as it is written down with marks; both null where none was filled. */
export interface Filled {
  readonly rubricVersionId: string | null;
  readonly choices: readonly Choice[] | null;
}

/** @throws Problem `too-many-points`, `no-points-here` */
export function ensurePoints({ points }: Marking, assignment: Assignment): void {
  const fault = pointsFault(points, assignment.points);
  if (!fault) return;
  const text =
    fault === 'no-points-here' ? 'No points are given for this one.' : `There are ${assignment.points} points at most.`;
  throw new Problem(422, fault, `${text} What was there before is kept.`, { fields: { points: text } });
}

/** How the rubric is filled after this. @param there how it was @throws Problem `not-in-rubric` */
export async function filledBy(
  rubrics: RubricsService,
  given: RubricMarks | null | undefined,
  there: Filled | null,
  assignment: Assignment,
): Promise<Filled> {
  if (given === undefined) return { rubricVersionId: there?.rubricVersionId ?? null, choices: there?.choices ?? null };
  if (given === null) return { rubricVersionId: null, choices: null };
  const { versionId, choices } = given;
  const [version] = await rubrics.versionsOf([versionId], 'named');
  const isKnown = version && (version.rubricId === assignment.rubricId || versionId === there?.rubricVersionId);
  const isTwice = new Set(choices.map((one) => one.criterion)).size < choices.length;
  if (!isKnown || isTwice || carriedOver(choices, version.criteria).length < choices.length)
    throw new Problem(
      422,
      'not-in-rubric',
      'This is not a line or a level of the rubric that it is marked by. Nothing was changed.',
    );
  return { rubricVersionId: versionId, choices: choices.map(({ criterion, level }) => ({ criterion, level })) };
}

/** @param end what did not come of it @throws Problem `reason-missing` where points are other than the rubric says, without a word */
export async function ensureReason(
  rubrics: RubricsService,
  { points, reason, rubricVersionId, choices }: Filled & { readonly points: number | null; readonly reason: string },
  { points: most }: Assignment,
  end: string,
): Promise<void> {
  if (rubricVersionId === null || reason.trim() !== '') return;
  const [version] = await rubrics.versionsOf([rubricVersionId], 'named');
  if (!isOwnGrade(points, totalOf(present(version).criteria, choices ?? []), most)) return;
  const text = 'These points are other than what the rubric comes to. Say why in a few words.';
  throw new Problem(422, 'reason-missing', `${text} ${end}`, { fields: { reason: text } });
}
