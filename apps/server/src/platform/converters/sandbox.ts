/*
 * How a program is shut in. Debian's own tools do it: prlimit sets the limits, unshare takes the network away and gives
 * the program a process table of its own, which ends with it, and setpriv makes root somebody else. What this machine
 * does not allow (a container without the right to make namespaces) is found out once and told at start.
 */
import { execFileSync } from 'node:child_process';
import type { Limits } from './limits.ts';

/** What can be taken from a program here. */
export interface Sandbox {
  /** No network and a process table of its own. */
  readonly namespaces: 'as-root' | 'as-user' | 'none';
  /** Whether programs run as another user than we do. */
  readonly otherUser: boolean;
}

const works = (command: string, args: readonly string[]): boolean => {
  try {
    execFileSync(command, [...args], { stdio: 'ignore', timeout: 5000 });
    return true;
  } catch {
    return false;
  }
};

const AS_ROOT = ['--net', '--pid', '--fork', '--kill-child=SIGKILL'];
const AS_USER = ['--user', '--map-current-user', ...AS_ROOT];

let found: Sandbox | null = null;

/** What this machine allows; asked once. */
export function sandboxHere(): Sandbox {
  const isRoot = process.getuid?.() === 0;
  found ??= {
    namespaces:
      isRoot && works('unshare', [...AS_ROOT, 'true'])
        ? 'as-root'
        : works('unshare', [...AS_USER, 'true'])
          ? 'as-user'
          : 'none',
    otherUser: isRoot && works('setpriv', [...asUser(FIRST_USER), 'true']),
  };
  return found;
}

/** Users that exist for one run each: one converter cannot reach what another one does. */
const FIRST_USER = 720_000;
const USERS = 10_000;
let runs = 0;

/** The number of the user for the next run. */
export const nextUser = (): number => FIRST_USER + (runs++ % USERS);

const asUser = (user: number): readonly string[] => [
  `--reuid=${user}`,
  `--regid=${user}`,
  '--clear-groups',
  '--no-new-privs',
];

/** The whole command line for a program within its limits. */
export function shutIn(
  { namespaces, otherUser }: Sandbox,
  limits: Limits,
  { user, command }: { user: number; command: readonly string[] },
): readonly string[] {
  const [memory, output] = [limits.memoryMb * 2 ** 20, limits.outputMb * 2 ** 20];
  const limited = [
    'prlimit',
    `--as=${memory}`,
    `--fsize=${output}`,
    `--cpu=${limits.seconds * 2}`,
    '--core=0',
    '--nofile=256',
    // Counted by user: it says something only where each run has a user of its own.
    ...(otherUser ? [`--nproc=${limits.processes}`] : []),
  ];
  const alone = namespaces === 'none' ? [] : ['unshare', ...(namespaces === 'as-root' ? AS_ROOT : AS_USER)];
  const other = otherUser ? ['setpriv', ...asUser(user)] : [];
  return [...alone, ...other, ...limited, ...command];
}
