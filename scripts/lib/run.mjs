import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { Plain } from './say.mjs';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '');

// Servers lie in /usr/sbin, which is not on every user's path.
process.env.PATH = `${process.env.PATH ?? ''}:/usr/sbin:/sbin`;

/**
 * Runs a command to its end. Its output is shown, or kept and shown only when it fails.
 * @param {string} command
 * @param {readonly string[]} args
 * @param {{ quiet?: boolean, env?: Record<string, string>, cwd?: string, mayFail?: boolean }} [how]
 * @returns {Promise<{ code: number, output: string }>}
 */
export function run(command, args, { quiet = false, env = {}, cwd = ROOT, mayFail = false } = {}) {
  return new Promise((resolve, reject) => {
    const stdio = quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit';
    const child = spawn(command, args, { cwd, stdio, env: { ...process.env, ...env } });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) {
      // A letter of several bytes may come in two chunks.
      stream?.setEncoding('utf8').on('data', (chunk) => (output += chunk));
    }
    child.on('error', (failure) => reject(new Plain(`${command} could not be run: ${failure.message}.`)));
    child.on('close', (code) => {
      if (code === 0 || mayFail) resolve({ code: code ?? 1, output });
      else reject(new Plain(`${output}\n${command} ${args.slice(0, 3).join(' ')} failed (exit ${code}).`));
    });
  });
}

/** Node with one of our built programs. */
export const node = (/** @type {readonly string[]} */ args, /** @type {Record<string, string>} */ env) =>
  run(process.execPath, args, { env, quiet: true });
