/** A failure that one sentence explains: no stack is shown for it. */
export class Plain extends Error {}

export const say = (/** @type {string} */ text) => console.log(text);

/** Runs a script's work; a plain failure ends it with its sentence, any other with its stack. */
export async function main(/** @type {() => Promise<number | void>} */ work) {
  try {
    process.exitCode = (await work()) ?? 0;
  } catch (failure) {
    console.error(failure instanceof Plain ? `\n${failure.message}` : failure);
    process.exitCode = 1;
  }
}

/** The value after `--name`, or null. */
export function option(/** @type {string} */ name) {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? null : (process.argv[at + 1] ?? '');
}
export const flag = (/** @type {string} */ name) => process.argv.includes(`--${name}`);
