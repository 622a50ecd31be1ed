import { micros, ZERO, type Micros } from '../clock/index.ts';

/** The most hours that a moment in a link may name. */
const MOST_HOURS = 99;
const MOMENT = /^(?:(?:(\d{1,2}):)?(\d{1,2}):)?(\d{1,6})(?:\.\d{1,6})?$/;

/** Where a lesson is watched by its link. @param at the moment from which it plays, told in whole seconds */
export function watchPath(lessonId: string, at: Micros = ZERO): string {
  const seconds = Math.floor(at / 1e6);
  return `/watch/${lessonId}${seconds > 0 ? `?t=${seconds}` : ''}`;
}

/** Where a lesson is watched in a frame of another page. */
export const framePath = (lessonId: string): string => `/frame/${lessonId}`;

/**
 * A moment as it is written, in whole seconds: plain seconds or normal play time (`83`, `1:23`, `1:02:03`; W3C Media
 * Fragments 4.2.1). Null where it cannot be read.
 */
export function readMoment(text: string): Micros | null {
  const [, hours = '0', minutes = '0', seconds = ''] = MOMENT.exec(text.trim()) ?? [];
  if (seconds === '') return null;
  const all = Number(hours) * 3600 + Number(minutes) * 60 + Number(seconds);
  return all <= MOST_HOURS * 3600 ? micros(all * 1e6) : null;
}

/** The moment that the query of a link names; the beginning where it names none that can be read. */
export const momentOfLink = (query: { readonly get: (name: string) => string | null }): Micros =>
  readMoment(query.get('t') ?? '') ?? ZERO;

export interface Frame {
  /** The whole address of what is shown in it. */
  readonly address: string;
  readonly title: string;
  /** As wide as the page that it stands in, or of a size in CSS pixels. */
  readonly size: 'flowing' | { readonly width: number; readonly height: number };
}
/** Width to height of a frame that flows: the page, and the controls under it. */
const FLOWING = '16 / 11';
const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const attribute = (text: string): string => text.replace(/[&<>"]/g, (letter) => ENTITIES[letter] ?? letter);

/** HTML that shows a lesson in another page (HTML Living Standard 4.8.5). */
export function frameCode({ address, title, size }: Frame): string {
  const style = size === 'flowing' ? `style="width:100%;aspect-ratio:${FLOWING};border:0"` : 'style="border:0"';
  const sized = size === 'flowing' ? style : `width="${size.width}" height="${size.height}" ${style}`;
  return `<iframe src="${attribute(address)}" title="${attribute(title)}" ${sized} allow="fullscreen; autoplay" loading="lazy"></iframe>`;
}
