import type { Choice, Criteria } from '@oakbell/core/marking';
import type { Sign } from '@oakbell/core/asking';
import type { Backdrop, Thing } from '@oakbell/core/pages';

/** A world to be brought in, as demo/world/world.json has it. */
export interface World {
  readonly school: { readonly name: string; readonly timeZone: string };
  readonly password: string;
  readonly people: readonly {
    readonly signInName: string;
    readonly name: string;
    readonly role: 'teacher' | 'learner' | 'keeper';
  }[];
  readonly classes: readonly {
    readonly key: string;
    readonly name: string;
    readonly course: string;
    readonly teacher: string;
    /** Who teaches there too. */
    readonly coTeachers?: readonly string[];
    readonly learners: readonly string[];
  }[];
  readonly courses: readonly {
    readonly name: string;
    /** Whose it is, where it is not the first class's teacher's. */
    readonly by?: string;
    /** Other teachers who have it too. */
    readonly sharedWith?: readonly string[];
    readonly units: readonly string[];
  }[];
  readonly lessons: readonly WorldLesson[];
  readonly assignments: readonly {
    readonly key: string;
    readonly lesson: string;
    readonly class: string;
    readonly instructions: string;
    readonly dueInHours: number;
    readonly points: number | null;
    readonly handIn: boolean;
    /** The longest a spoken answer may be, in ms; none is asked for when left out. */
    readonly answerLimitMs?: number;
    /** How many make a small lesson of it. */
    readonly makers?: number;
    /** Only who teaches them when left out. */
    readonly answersSeen?: 'teacher' | 'class';
    /** Further lessons, in their order. */
    readonly then?: readonly string[];
    /** Work opens once they were watched. */
    readonly watchFirst?: boolean;
    /** The learners who have it, where not all of the class do. */
    readonly only?: readonly string[];
    /** What the class does on the day on which it is due. */
    readonly topic?: string;
    /** Files that go with it. */
    readonly files?: readonly WorldFile[];
    /** The one board that learners write on, with what is placed on it. */
    readonly worksheet?: WorldSheet;
    /** Learners may keep its lessons on their device. */
    readonly offline?: boolean;
  }[];
  /** What learners have begun to write on worksheets: lines of events. */
  readonly sheets: readonly {
    readonly assignment: string;
    readonly learner: string;
    readonly hoursAgo: number;
    readonly file: string;
  }[];
  /** By learner in the order of the class: shares of the lesson, from and to, as they were played. */
  readonly plays: readonly {
    readonly assignment: string;
    readonly hoursAgo: number;
    readonly byLearner: readonly (readonly (readonly [number, number])[])[];
  }[];
  /** Further visits, each by one learner. */
  readonly visits: readonly {
    readonly assignment: string;
    readonly learner: string;
    readonly hoursAgo: number;
    readonly shares: readonly (readonly [number, number])[];
  }[];
  readonly handIns: readonly {
    readonly assignment: string;
    readonly learner: string;
    readonly hoursAgo: number;
    readonly file?: string;
    readonly fileName?: string;
    readonly text?: string;
    /** Its class sees it, by name or without one. */
    readonly shown?: 'named' | 'unnamed';
  }[];
  /** What was asked at a moment, as a share of the lesson, and what its teacher answered, if anything. */
  readonly questions: readonly {
    readonly assignment: string;
    readonly learner: string;
    readonly at: number;
    readonly text: string;
    /** Before the class. */
    readonly answer?: string;
  }[];
  readonly signs: readonly {
    readonly assignment: string;
    readonly learner: string;
    readonly at: number;
    readonly kind: Sign;
  }[];
  /** By which the hand-ins of assignments are marked. */
  readonly rubrics: readonly {
    readonly name: string;
    readonly assignments: readonly string[];
    readonly criteria: Criteria;
  }[];
  /** Work that was marked without speaking on it, and handed back. */
  readonly marks: readonly {
    readonly assignment: string;
    readonly learner: string;
    readonly points: number;
    readonly comment: string;
  }[];
  readonly feedback: {
    readonly assignment: string;
    readonly learner: string;
    readonly take: WorldTake;
    readonly points: number;
    readonly choices: readonly Choice[];
    readonly comment: string;
    readonly heardHoursAgo: number;
  };
}
/** A board that is written on. */
export interface WorldSheet {
  readonly backdrop: Backdrop;
  readonly things: readonly Thing[];
}
export interface WorldTake {
  readonly name: string;
  readonly frames: number;
  /** What is said in it, where it has captions; microseconds. */
  readonly said?: readonly { readonly start: number; readonly end: number; readonly text: string }[];
}
/** A file of the folder, and what it is called. */
export interface WorldFile {
  readonly file: string;
  readonly name: string;
}
export interface WorldLesson {
  readonly key: string;
  /** Whose it is, where it is not the first class's teacher's. */
  readonly by?: string;
  readonly title: string;
  /** The name of a unit of one of the courses. */
  readonly unit: string;
  readonly goal: string;
  readonly tags?: readonly string[];
  readonly kind: 'slides' | 'worked';
  readonly boards: number;
  readonly pdf?: string;
  readonly take?: WorldTake;
  readonly cues?: readonly string[];
}
