import type { Viewing } from '@oakbell/core/statements';
import { statementsOf, type Statement } from '@oakbell/core/statements';
import { USUAL_WATCHED } from '@oakbell/core/assigning';
import { createHash } from 'node:crypto';

/** Waits after a store did not take something: a minute at first, then twice as long each time, an hour at most. In ms. */
export const waitAfter = (failures: number): number =>
  failures === 0 ? 0 : Math.min(60, 2 ** Math.min(failures - 1, 10)) * 60_000;

/** The namespace of the names of our statements. */
const OURS = Buffer.from('5f8c1f8e0c0b4f7e9a3d6b1d2c4e7a90', 'hex');
const [VERSION_5, VARIANT] = [0x50, 0x80];

/** A UUID of version 5 (RFC 9562): the same for the same words. */
export function idOf(words: string): string {
  const bytes = createHash('sha1').update(OURS).update(words).digest().subarray(0, 16);
  bytes[6] = ((bytes[6] ?? 0) & 0x0f) | VERSION_5;
  bytes[8] = ((bytes[8] ?? 0) & 0x3f) | VARIANT;
  const hex = bytes.toString('hex');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

/** The statements of some visits, each name once: two visits that end the same lesson say so with one. */
export function statementsOfAll(viewings: readonly Viewing[], home: string): readonly Statement[] {
  const ways = { home, threshold: USUAL_WATCHED / 100, idOf };
  const all = viewings.flatMap((viewing) => statementsOf(viewing, ways));
  return [...new Map(all.toReversed().map((one) => [one.id, one])).values()].toReversed();
}
