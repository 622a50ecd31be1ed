import { addressesOf, clipKey, pictureKey } from '@oakbell/core/media';
import type { Api } from './client.ts';

/** Addresses are good for two hours at least; they are asked for again well before, in ms. */
export const MEDIA_FRESH_MS = 100 * 60_000;

/** Signed addresses as the server gave them out, by what they are the address of, and when that was. */
const known = new Map<string, { readonly address: string; readonly at: number }>();

/** Takes down addresses that came with something else. */
export function learnMedia<T extends { readonly media: Api['MediaDto'] }>(answer: T): T {
  for (const [key, address] of addressesOf(answer.media)) known.set(key, { address, at: Date.now() });
  return answer;
}

/** Somebody else may sit here next: their addresses are their own. */
export const forgetMedia = (): void => known.clear();

/** The address of a file; null where none was given, or not lately. */
export function mediaAddress(key: string): string | null {
  const found = known.get(key);
  return found && Date.now() - found.at < MEDIA_FRESH_MS ? found.address : null;
}

/** The address of a picture that came with what it belongs to; nothing where it did not. */
export const pictureAt = (digest: string): string => mediaAddress(pictureKey(digest)) ?? '';

/** The address of a picture of a lesson: the one that came with the lesson, else one that leads there. */
export const pictureOf = (lessonId: string) => (digest: string) =>
  mediaAddress(pictureKey(digest)) ?? `/api/lessons/${lessonId}/pictures/${digest}`;
export const clipOf = (lessonId: string) => (digest: string) =>
  mediaAddress(clipKey(digest)) ?? `/api/lessons/${lessonId}/clips/${digest}`;
