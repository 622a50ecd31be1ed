/*
 * What is written down of whom: every route by which staff see or change what is a person's stands here, with the words
 * for it. Those that have nothing of a person's in them stand in NOT_TOLD, with the reason.
 */

/** Where it is found whose it is: by the name in the path, or nobody's alone. */
export type About = 'person' | 'member' | 'class' | 'assignment' | 'submission' | 'lesson' | 'edition' | 'school';

export interface Told {
  readonly says: string;
  readonly about: About;
}
const told = (says: string, about: About): Told => ({ says, about });

/** By method and path, as the server knows them. */
export const TOLD: Readonly<Record<string, Told>> = {
  'get /api/people': told('looked through the list of people', 'school'),
  'post /api/people': told('added people', 'school'),
  'get /api/people/:id': told('looked at what is known of', 'person'),
  'patch /api/people/:id': told('changed the names of', 'person'),
  'put /api/people/:id/left': told('said who has left or is back:', 'person'),
  'delete /api/people/:id/sessions': told('signed out everywhere', 'person'),
  'get /api/people/:id/first-password': told('looked at the first password of', 'person'),
  'post /api/people/:id/first-password': told('gave a new first password to', 'person'),
  'get /api/school/mail': told('looked at mail that could not be sent', 'school'),
  'post /api/school/mail/tries': told('tried to send mail', 'school'),
  'post /api/school/mail/again': told('sent mail again that could not be sent', 'school'),
  'get /api/audit': told('looked at who saw what', 'school'),
  'get /api/rosters/:id': told('looked at a roster', 'school'),
  'put /api/rosters/:id/reading': told('planned a roster', 'school'),
  'post /api/rosters/:id/apply': told('brought in a roster', 'school'),
  'post /api/rosters/:id/take-back': told('took back a roster', 'school'),
  'get /api/classes/:id': told('looked at who is in', 'class'),
  'patch /api/classes/:id': told('renamed', 'class'),
  'delete /api/classes/:id': told('removed a class', 'class'),
  'post /api/classes/:id/learners': told('added learners to', 'class'),
  'post /api/classes/:id/teachers': told('added a teacher to', 'class'),
  'delete /api/classes/:id/members/:person': told('took out of a class', 'member'),
  'put /api/classes/:id/members/:person': told('brought back into a class', 'member'),
  'post /api/classes/:id/groups': told('made a group in', 'class'),
  'put /api/classes/:id/groups/:group': told('changed a group of', 'class'),
  'delete /api/classes/:id/groups/:group': told('removed a group of', 'class'),
  'put /api/classes/:id/join-code': told('opened a join code for', 'class'),
  'delete /api/classes/:id/join-code': told('closed the join code of', 'class'),
  'put /api/classes/:id/asking/:person': told('answered who asked to join', 'member'),
  'get /api/people/:id/needs': told('looked at what is needed by', 'person'),
  'put /api/people/:id/needs': told('said what is needed by', 'person'),
  'get /api/classes/:id/slips': told('printed first passwords for', 'class'),
  'get /api/today': told('looked at who watched and handed in', 'school'),
  'get /api/watching/assignments/:id': told('looked at who watched in', 'assignment'),
  'get /api/marking/:id': told('looked at the hand-ins of', 'assignment'),
  'put /api/marking/hand-ins/:id': told('marked a hand-in of', 'submission'),
  'put /api/marking/hand-ins/:id/correction': told('corrected the marks of', 'submission'),
  'post /api/marking/hand-ins/:id/hand-back': told('handed work back to', 'submission'),
  'get /api/lessons/:id': told('opened work of', 'lesson'),
  'get /api/editions/:id': told('watched what was recorded by or for', 'edition'),
};

/** Single routes, and whole parts, that have nothing of a person's in them but their own maker's. */
export const NOT_TOLD: Readonly<Record<string, string>> = {
  '/api/lessons': 'lessons are their maker’s own, or of a course; feedback and answers are told where they are opened',
  '/api/takes': 'a maker’s own recording',
  '/api/editions': 'a maker’s own edition',
  '/api/library': 'lessons that they can use: their own, and those of their courses',
  '/api/colleagues': 'the names of teachers, for teachers',
  '/api/courses': 'a teacher’s own order of lessons',
  '/api/units': 'a teacher’s own order of lessons',
  '/api/jobs': 'their own work that is waited for',
  '/api/companion': 'a maker’s own second screen',
  '/api/assignments': 'what is given to a class, not what came back',
  '/api/assignment-templates': 'a teacher’s own',
  '/api/own-classes': 'a learner’s own',
  'get /api/classes/:id/page': 'what a class was given, and how many did it; who did is told where it is opened',
  'post /api/classes/:id/units': 'the order of a class page',
  'put /api/classes/:id/units': 'the order of a class page',
  'patch /api/classes/:id/units/:unit': 'the order of a class page',
  'delete /api/classes/:id/units/:unit': 'the order of a class page',
  'put /api/classes/:id/days/:day': 'what a class does on a day',
  'post /api/classes/:id/words': 'a teacher’s own words',
  'delete /api/classes/:id/words/:word': 'a teacher’s own words',
  'get /api/classes/:id/copies': 'what was copied to a class, and nothing of anybody',
  'get /api/classes/:id/copies/from/:from': 'what would be given, and nothing of anybody',
  'post /api/classes/:id/copies': 'what is given to a class, not what came back',
  'delete /api/classes/:id/copies/:copy': 'what is given to a class, not what came back',
  '/api/events': 'says that something changed, never what',
  '/api/session': 'their own',
  '/api/sessions': 'their own',
  '/api/password': 'their own',
  '/api/preferences': 'their own',
  '/api/look': 'their own',
  '/api/own-name': 'their own',
  '/api/own-mail': 'their own',
  '/api/own-calendar': 'their own',
  '/api/calendar': 'their own, read by a program of theirs',
  '/api/joining': 'a learner’s own question; the answer is told',
  '/api/speaking-rate': 'their own',
  '/api/school': 'nobody’s',
  '/api/terms': 'nobody’s',
  '/api/frames': 'their own',
  'get /api/watching/lessons/:id': 'a lesson by its link; whoever watches it is told nothing of others',
  'get /api/rosters': 'which files were brought; what is in them is told where it is opened',
  'post /api/rosters': 'a file, before it is planned',
  'delete /api/rosters/:id': 'a file of which nothing came',
  'get /api/classes': 'which classes there are; who is in them is told where it is opened',
  'post /api/classes': 'a class without anybody',
  'get /api/marking': 'how many hand-ins wait; whose they are is told where they are opened',
  '/api/media': 'addresses that were given out where it is told',
};
