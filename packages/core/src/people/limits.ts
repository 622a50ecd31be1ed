/* What is asked of a school and of its people, said before it is sent and checked where it arrives. */

/** A password has at least so many characters: length is what makes it hard to guess. */
export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 200;
/** Letters of a class's name, and of what it learns. */
export const LONGEST_CLASS = 80;
export const LONGEST_COURSE = 120;
/** Letters of a group's name, and groups of one class. */
export const LONGEST_GROUP = 60;
export const MOST_GROUPS = 40;
export const MOST_HOLIDAYS = 60;
/** Terms of a school, those of years ago among them, and the letters of a name. */
export const MOST_TERMS = 200;
export const LONGEST_TERM = 80;
/** Domains of addresses that may come in by the school's own sign-in. */
export const MOST_DOMAINS = 20;
/** So many addresses of pages may show lessons in frames. */
export const MOST_FRAME_HOSTS = 20;
/** For how many days lines of who saw what are kept. */
export const SHORTEST_AUDIT_DAYS = 30;
export const LONGEST_AUDIT_DAYS = 3650;

/** A path of our own, and no other address: where somebody goes once they are signed in; `/` for anything else. */
export const ownPath = (path: string | null | undefined): string =>
  path && /^\/[\w\-/?=&%.]*$/.test(path) && !path.startsWith('//') ? path : '/';
/** For so many days a guardian's link can be open, and is at first. */
export const LONGEST_GUARDIAN_DAYS = 60;
export const USUAL_GUARDIAN_DAYS = 14;
/** Links that are open at once for one learner and one piece of work. */
export const MOST_GUARDIAN_LINKS = 10;
