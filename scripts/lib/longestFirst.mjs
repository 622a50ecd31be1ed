import { createRequire } from 'node:module';

const { default: Sequencer } = createRequire(import.meta.url)('@jest/test-sequencer');

/** Tests that take minutes though their files are short, the longest first. */
const LONG = [/\/acts[^/]*\.test\.ts$/, /\/bytes\.test\.ts$/, /\/mail\.test\.ts$/];
const rank = ({ path }) => {
  const at = LONG.findIndex((one) => one.test(path));
  return at < 0 ? LONG.length : at;
};

/** Begins with what takes longest, so that nothing is left for one worker alone in the end; then as it ever was. */
export default class LongestFirst extends Sequencer {
  async sort(tests) {
    return [...(await super.sort(tests))].sort((a, b) => rank(a) - rank(b));
  }
}
