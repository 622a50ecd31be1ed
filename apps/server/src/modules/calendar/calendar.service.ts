import { Inject, Injectable } from '@nestjs/common';
import ical from 'ical-generator';
import { createHmac, timingSafeEqual } from 'node:crypto';
import { CONFIG, type Config } from '../../platform/config/index.ts';
import { notFound } from '../../platform/http/index.ts';
import { AssignmentHeads, AssignmentsService, DueDates } from '../assignments/index.ts';
import { ClassesService } from '../classes/index.ts';
import { PeopleService } from '../people/index.ts';
import { calendarOf } from './calendar.rules.ts';

/** What was due longer ago than this is in no calendar any more. */
const PAST_MS = 60 * 86_400_000;

/**
 * Due dates at a secret address, for the calendars of phones and computers: they cannot sign in. The address is signed
 * for a person and a number of theirs; another number ends it. Nothing that opens anything is stored.
 */
@Injectable()
export class CalendarService {
  constructor(
    @Inject(CONFIG) private readonly config: Config,
    private readonly people: PeopleService,
    private readonly classes: ClassesService,
    private readonly assignments: AssignmentsService,
    private readonly dueDates: DueDates,
    private readonly heads: AssignmentHeads,
  ) {}

  /** The path of somebody's calendar; null while they have none. */
  async pathOf(personId: string): Promise<string | null> {
    const { calendarOn, calendarNumber } = await this.people.get(personId);
    return calendarOn ? `/api/calendar/${personId}/${this.#sign(personId, calendarNumber)}/due.ics` : null;
  }

  /** The calendar at an address, as text; `base` is where people open Oak Bell. @throws Problem `not-found` for any other address */
  async at(personId: string, signature: string, base: string): Promise<string> {
    const person = await this.people.one(personId);
    if (!person?.calendarOn || person.leftAt !== null || person.role === 'keeper') throw notFound('calendar');
    const [right, given] = [Buffer.from(this.#sign(personId, person.calendarNumber)), Buffer.from(signature)];
    if (right.length !== given.length || !timingSafeEqual(right, given)) throw notFound('calendar');
    return this.#written(personId, person.role, base);
  }

  async #written(personId: string, part: 'teacher' | 'learner', base: string): Promise<string> {
    const since = Date.now() - PAST_MS;
    // Of teachers nobody needs extra time.
    const dueFor = await this.dueDates.of([personId]);
    const all = await (part === 'teacher'
      ? this.assignments.forTeacher(personId)
      : this.assignments.forLearner(personId));
    const given = all.filter((one) => dueFor(personId, one).getTime() > since);
    const titles = await this.heads.titlesOf(given);
    const classes = await this.classes.byIds(given.map((one) => one.classId));
    const due = given.map((one) => ({
      id: one.id,
      title: titles.get(one.id) ?? '',
      className: classes.get(one.classId)?.name ?? '',
      dueAt: dueFor(personId, one),
      address: `${base}${part === 'learner' ? `/desk/${one.id}` : `/watched/${one.id}`}`,
    }));
    return ical(calendarOf('Oak Bell', due)).toString();
  }

  #sign(personId: string, number: number): string {
    const told = createHmac('sha256', this.config.secret).update(`calendar ${personId} ${number}`);
    return told.digest('base64url').slice(0, 32);
  }
}
