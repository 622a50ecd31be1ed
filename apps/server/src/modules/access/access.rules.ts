import type { Role } from '../../platform/sessions/index.ts';
import type { EditionFacts, FactsOf, LessonFacts, Thing } from './facts.ts';

/** Yes, or no with the reason: for tests and for whoever asks why. Nobody outside is told it. */
export type Decision = { readonly ok: true } | { readonly ok: false; readonly reason: Refusal };
/** `nothing`: there is no such thing. `not-yours`: this person has no part in it. The others say what is missing. */
export type Refusal = 'nothing' | 'not-yours' | 'not-ready' | 'closed' | 'not-handed-back' | 'not-a-lesson';

const YES: Decision = { ok: true };
const no = (reason: Refusal): Decision => ({ ok: false, reason });
const when = (allowed: boolean, reason: Refusal = 'not-yours'): Decision => (allowed ? YES : no(reason));

const isLesson = ({ kind }: LessonFacts): boolean => kind === 'slides' || kind === 'worked';

/**
 * Whose hands a lesson is in. A teacher's own, and one of a course they share where its maker lets them; feedback is in the hands of all who teach the class, whoever assigned
 * the work; an answer is in the hands of the learner who gives it, or of the two who do, for as long as they are in the class.
 */
function mayMake(role: Role, lesson: LessonFacts): boolean {
  if (role === 'learner') return lesson.kind === 'answer' && (lesson.owns || lesson.partner) && lesson.learnsAnswer;
  if (role !== 'teacher') return false;
  if (isLesson(lesson)) return lesson.owns || (lesson.shares && lesson.open);
  return lesson.kind === 'feedback' && lesson.teachesWork;
}

/** To look at it, assign it and copy it: whoever may change it, and every teacher of its course. */
const mayUse = (role: Role, lesson: LessonFacts): boolean =>
  mayMake(role, lesson) || (role === 'teacher' && isLesson(lesson) && lesson.shares);

function mayWatch(role: Role, edition: EditionFacts): Decision {
  if (!edition.ready) return no('not-ready');
  if (mayMake(role, edition)) return YES;
  if (edition.closed || edition.editionWithdrawn) return no('closed');
  if (edition.kind === 'feedback')
    return edition.ownWork ? when(edition.handedBack, 'not-handed-back') : no('not-yours');
  if (edition.kind === 'answer')
    return when(
      role === 'learner'
        ? edition.owns || edition.partner || edition.shownAnswer
        : role === 'teacher' && edition.teachesAnswer,
    );
  return isFor(role, edition);
}

/** Whom a lesson is for: those it was given to and who teach them, or everybody at lessons in the school. */
function isFor(role: Role, lesson: LessonFacts): Decision {
  if (lesson.toSchool) return when(role !== 'keeper');
  return when(role === 'learner' ? lesson.given : role === 'teacher' && (lesson.teachesGiven || lesson.shares));
}

/**
 * What was watched while it could be, on its day on a class page too, is counted also when it is told after that time was
 * over: it may have waited in a browser. What was taken away is counted no more.
 */
function mayCount(role: Role, edition: EditionFacts): Decision {
  const isOver = edition.closed && !edition.onlyMine;
  const then = { ...edition, given: edition.given || edition.wasWord };
  return mayWatch(role, isOver ? { ...then, closed: false } : then);
}

/** Whether a link to it says anything: also before it opens, and once that is over. */
function mayFind(role: Role, lesson: LessonFacts): Decision {
  if (!isLesson(lesson)) return no('not-a-lesson');
  if (mayMake(role, lesson)) return YES;
  return lesson.onlyMine ? no('closed') : isFor(role, lesson);
}

/** Every act there is, by the thing that it is done to: whoever has this role, and stands to it like this, may or may not. */
export const ACTS = {
  lesson: {
    /** To work on it: its pages, its takes, its edits, publishing. */
    make: (role: Role, lesson: FactsOf['lesson']) => when(mayMake(role, lesson)),
    /** To choose its pages: whoever makes it, but an answer is given on the page that was asked for. */
    arrange: (role: Role, lesson: FactsOf['lesson']) =>
      when(mayMake(role, lesson) && (role === 'teacher' || lesson.small)),
    see: (role: Role, lesson: FactsOf['lesson']) => when(mayUse(role, lesson)),
    /** To let learners write on it: whoever made it, and who teaches a class that has it already. */
    'hand-out': (role: Role, { kind, owns, teachesSheet }: FactsOf['lesson']) =>
      when(role === 'teacher' && kind === 'worksheet' && (owns || teachesSheet)),
    /** To put it before a class, or into another lesson: feedback and answers stay with the work they belong to. */
    give: (role: Role, lesson: FactsOf['lesson']) =>
      mayUse(role, lesson) ? when(isLesson(lesson), 'not-a-lesson') : no('not-yours'),
    /** To say before whom it is open, and when. */
    open: (role: Role, lesson: FactsOf['lesson']) =>
      mayMake(role, lesson) ? when(isLesson(lesson), 'not-a-lesson') : no('not-yours'),
    /** To come to it by its link. */
    find: (role: Role, lesson: FactsOf['lesson']) => mayFind(role, lesson),
    /** To say where it belongs, and what others may do with it. */
    own: (role: Role, lesson: FactsOf['lesson']) => when(role === 'teacher' && isLesson(lesson) && lesson.owns),
  },
  take: {
    /** To hear it and to see what was recorded. */
    hear: (role: Role, take: FactsOf['take']) => when(mayMake(role, take) || (role === 'teacher' && take.borrows)),
    /** To go on with it. */
    record: (role: Role, take: FactsOf['take']) => when(take.recorded && mayMake(role, take)),
  },
  edition: {
    watch: (role: Role, edition: FactsOf['edition']) => mayWatch(role, edition),
    /** To have what was watched of it counted. */
    count: (role: Role, edition: FactsOf['edition']) => mayCount(role, edition),
    withdraw: (role: Role, edition: FactsOf['edition']) => when(mayMake(role, edition)),
  },
  visit: {
    report: (role: Role, visit: FactsOf['visit']) => (visit.visits ? mayCount(role, visit) : no('not-yours')),
  },
  class: {
    teach: (role: Role, { teaches }: FactsOf['class']) => when(role === 'teacher' && teaches),
    learn: (role: Role, { learns }: FactsOf['class']) => when(role === 'learner' && learns),
    /** To say who is in it. */
    run: (role: Role, { teaches }: FactsOf['class']) => when(role === 'keeper' || (role === 'teacher' && teaches)),
  },
  person: {
    keep: (role: Role) => when(role === 'keeper'),
    /** To let them in again: whoever keeps the school, and whoever teaches a learner. */
    guide: (role: Role, { teachesThem }: FactsOf['person']) =>
      when(role === 'keeper' || (role === 'teacher' && teachesThem)),
    /** To know what a learner needs. */
    accommodate: (role: Role, { teachesThem }: FactsOf['person']) => when(role === 'teacher' && teachesThem),
  },
  assignment: {
    teach: (role: Role, { teaches }: FactsOf['assignment']) => when(role === 'teacher' && teaches),
    learn: (role: Role, { learns }: FactsOf['assignment']) => when(role === 'learner' && learns),
    /** To have what goes with it: whoever has it, and who teaches the class. */
    read: (role: Role, { teaches, learns }: FactsOf['assignment']) =>
      when((role === 'teacher' && teaches) || (role === 'learner' && learns)),
    /** To see what one handed in, and what came of it: that stays when a learner moves to another class. */
    'see-own-work': (role: Role, { learns, handedIn }: FactsOf['assignment']) =>
      when(role === 'learner' && (learns || handedIn)),
  },
  submission: {
    mark: (role: Role, { teaches }: FactsOf['submission']) => when(role === 'teacher' && teaches),
    /** To see a classmate's answer, or one's own as the class sees it. */
    'look-at': (role: Role, { shown }: FactsOf['submission']) => when(role === 'learner' && shown),
  },
  course: { teach: (role: Role, { teaches }: FactsOf['course']) => when(role === 'teacher' && teaches) },
  unit: { teach: (role: Role, { teaches }: FactsOf['unit']) => when(role === 'teacher' && teaches) },
  roster: { keep: (role: Role) => when(role === 'keeper') },
  template: { own: (role: Role, { owns }: FactsOf['template']) => when(role === 'teacher' && owns) },
  comment: { own: (role: Role, { owns }: FactsOf['comment']) => when(role === 'teacher' && owns) },
  rubric: {
    /** To mark by it. */
    use: (role: Role, { owns, teaches }: FactsOf['rubric']) => when(role === 'teacher' && (owns || teaches)),
    change: (role: Role, { owns, teaches }: FactsOf['rubric']) => when(role === 'teacher' && (owns || teaches)),
  },
  job: { own: (_: Role, { owns }: FactsOf['job']) => when(owns) },
} as const satisfies { readonly [T in Thing]: Readonly<Record<string, (role: Role, facts: FactsOf[T]) => Decision>> };

export type ActOn<T extends Thing> = keyof (typeof ACTS)[T] & string;

/** The decision; `facts` are null where there is no such thing. */
export function decide<T extends Thing>(role: Role, act: ActOn<T>, thing: T, facts: FactsOf[T] | null): Decision {
  if (facts === null) return no('nothing');
  const rule = (ACTS[thing] as Readonly<Record<string, (role: Role, facts: FactsOf[T]) => Decision>>)[act];
  if (!rule) throw new Error(`nothing is known of ${act} on a ${thing}`);
  return rule(role, facts);
}
