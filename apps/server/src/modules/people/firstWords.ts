import { createHmac } from 'node:crypto';

/** Words that are easy to read, to spell and to type; a power of two of them, so that each is as likely. */
const WORDS = `acorn amber anchor apple arrow autumn badge basket beacon beaver birch blanket boat bottle branch bridge
bucket button cabin candle canoe carrot castle cedar cherry circle clover cloud coast comet compass copper
coral cotton crane creek dolphin drum eagle ember falcon feather fern field finch flint flute forest
fossil garden ginger glacier gravel guitar harbour hazel heron hill honey island ivory jacket jasmine
kettle kite ladder lake lantern lemon lily lizard magnet maple marble meadow melon mirror mitten moss
mountain needle nest oak oasis oat olive orchard otter paddle paper pebble pencil pepper piano pigeon pine
planet plum pocket pond poppy puzzle quartz rabbit raft rain raven reed ribbon river robin rocket
saddle salmon sand shell silver sparrow spruce summer thistle tiger timber tulip valley violin walnut willow`.split(
  /\s+/,
);

/** Words that follow from a secret and from what they are for: nothing of them is stored, and nobody can guess them. */
export function wordsFor(secret: string, what: string, count: number): string {
  const bytes = createHmac('sha256', secret).update(what).digest();
  return Array.from({ length: count }, (_, i) => WORDS[bytes.readUInt16BE(2 * i) % WORDS.length]).join('-');
}
export const WORD_COUNT = WORDS.length;

/** What is typed for words, as it is compared: however it is parted and written large. */
export const plainWords = (typed: string): string =>
  typed
    .normalize('NFKC')
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter(Boolean)
    .join('-');

/** The first password of a person: it opens the door once, until they have chosen one of their own. */
export const firstPassword = (secret: string, personId: string, firstKey: string): string =>
  wordsFor(secret, `first password of ${personId} ${firstKey}`, 4);

/** The words that whoever starts the server reads, and with which the first keeper comes in. */
export const firstKeeperWords = (secret: string): string => wordsFor(secret, 'first keeper', 5);
