/* What an assignment can be, said before it is sent and checked where it arrives. */

/** Lessons of one assignment, in their order. */
export const MOST_LESSONS = 12;
/** Classes to which something is given in one act. */
export const MOST_CLASSES = 20;
/** Files that go with one assignment. */
export const MOST_ATTACHMENTS = 10;
/** Learners and groups of a class that are named one by one. */
export const MOST_NAMED = 200;
/** Characters of what is to be done, as it is kept: with its tags. */
export const LONGEST_INSTRUCTIONS = 20_000;
export const LONGEST_FORMULA = 500;
export const MOST_POINTS = 1000;
/** A spoken answer: ten seconds to fifteen minutes, in ms. */
export const SHORTEST_ANSWER_MS = 10_000;
export const LONGEST_ANSWER_MS = 900_000;
/** How many learners make a small lesson together, at most. */
export const MOST_MAKERS = 2;

/** From how much of each lesson on it counts as watched, in per cent: the last breath of a lesson is often not played. */
export const LEAST_WATCHED = 50;
export const MOST_WATCHED = 100;
export const USUAL_WATCHED = 90;

/** When something can be handed in: at once, or once what belongs to it was watched. */
export const WORK_OPENS = ['at-once', 'once-watched'] as const;
export type WorkOpens = (typeof WORK_OPENS)[number];

/** Who sees what learners hand in: who teaches them, or their class as well, each after the teacher's yes. */
export const ANSWERS_SEEN = ['teacher', 'class'] as const;
export type AnswersSeen = (typeof ANSWERS_SEEN)[number];

/** What a learner writes to an answer that the class sees: so many replies, of so many letters. */
export const MOST_REPLIES = 5;
export const LONGEST_REPLY = 1000;

/** What a teacher says to those who are behind, in letters; and how long until the same learner can be reminded again, in ms. */
export const LONGEST_REMINDER = 500;
/** Learners who are reminded in one act. */
export const MOST_REMINDED = 3000;
export const REMINDED_AGAIN_MS = 3_600_000;

/** Templates of one teacher, and the letters of a name. */
export const MOST_TEMPLATES = 40;
export const LONGEST_TEMPLATE = 60;
