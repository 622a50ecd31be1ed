import { ICalCalendarMethod, ICalEventTransparency, type ICalCalendarData } from 'ical-generator';

/** What is due at a moment. */
export interface Due {
  readonly id: string;
  readonly title: string;
  readonly className: string;
  readonly dueAt: Date;
  /** Where it is opened. */
  readonly address: string;
}

/** So often programs are to look for what is new, in s. */
const LOOK_S = 4 * 3600;

/**
 * Due moments as a calendar (iCalendar, RFC 5545; its name and how often to look by RFC 7986): each is an event without
 * length that keeps nobody busy, under a name that stays the same when it moves.
 */
export const calendarOf = (name: string, all: readonly Due[]): ICalCalendarData => ({
  name,
  prodId: { company: 'Oak Bell', product: 'Due dates', language: 'EN' },
  method: ICalCalendarMethod.PUBLISH,
  ttl: LOOK_S,
  events: all.map(({ id, title, className, dueAt, address }) => ({
    id: `${id}@oak-bell`,
    start: dueAt,
    end: dueAt,
    summary: `Due: ${title} (${className})`,
    url: address,
    transparency: ICalEventTransparency.TRANSPARENT,
  })),
});
