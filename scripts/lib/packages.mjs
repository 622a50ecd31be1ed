import { access, constants } from 'node:fs/promises';
import { run } from './run.mjs';
import { Plain, say } from './say.mjs';

/*
 * The "-core" packages and redis-tools hold the same programs as the full ones but set up no system service, so
 * nothing is started outside our own folder.
 */
const NEEDED = [
  { name: 'mariadb-server-core', file: '/usr/sbin/mariadbd', why: 'keeps classes, lessons and hand-ins' },
  { name: 'mariadb-client-core', file: '/usr/bin/my_print_defaults', why: 'sets up a new database' },
  { name: 'redis-tools', file: '/usr/bin/redis-check-rdb', why: 'holds the queue of jobs' },
  { name: 'ffmpeg', file: '/usr/bin/ffmpeg', why: 'makes the sound of published lessons' },
  { name: 'poppler-utils', file: '/usr/bin/pdftoppm', why: 'draws the pages of PDF files' },
  {
    name: 'fonts-liberation',
    file: '/usr/share/fonts/truetype/liberation/LiberationSans-Regular.ttf',
    why: 'letters for PDF files that bring none',
  },
  {
    name: 'fonts-dejavu-core',
    file: '/usr/share/fonts/truetype/dejavu/DejaVuSans.ttf',
    why: 'letters of more scripts, for names on slips',
  },
  { name: 'librsvg2-bin', file: '/usr/bin/rsvg-convert', why: 'draws SVG pictures' },
  { name: 'libheif-examples', file: '/usr/bin/heif-convert', why: 'opens the photos of many phones (HEIC)' },
  { name: 'util-linux', file: '/usr/bin/unshare', why: 'shuts converters in' },
  {
    name: 'libreoffice-impress-nogui',
    file: '/usr/lib/libreoffice/program/libsdlo.so',
    why: 'turns PPTX and ODP slides into pages',
  },
  {
    name: 'libreoffice-writer-nogui',
    file: '/usr/lib/libreoffice/program/libswlo.so',
    why: 'turns DOCX and ODT texts into pages',
  },
];
const FOR_TESTS = [
  { name: 'chromium', file: '/usr/bin/chromium', why: 'the browser that the tests record in' },
  {
    name: 'chromium-headless-shell',
    file: '/usr/bin/chromium-headless-shell',
    why: 'the browser that the other tests drive',
  },
  { name: 'flite', file: '/usr/bin/flite', why: 'the voice that speaks in the tests' },
];
const FOR_VOICES = [
  { name: 'festival', file: '/usr/bin/text2wave', why: 'speaks in the demo lessons' },
  {
    name: 'festvox-us-slt-hts',
    file: '/usr/share/festival/voices/us/cmu_us_slt_arctic_hts',
    why: 'the voice that it speaks with',
  },
];

const isThere = (/** @type {string} */ path) =>
  access(path, constants.F_OK).then(
    () => true,
    () => false,
  );

/** Installs the Debian packages that are missing, and says which and why. @param {{ tests: boolean, voices?: boolean }} what */
export async function ensurePackages({ tests, voices = false }) {
  const missing = [];
  const needed = [...NEEDED, ...(tests ? FOR_TESTS : []), ...(voices ? FOR_VOICES : [])];
  for (const one of needed) if (!(await isThere(one.file))) missing.push(one);
  if (missing.length === 0) return;
  say('These Debian packages are missing and will be installed:');
  for (const one of missing) say(`  ${one.name}: ${one.why}`);
  const names = missing.map((one) => one.name);
  const asRoot = await rootCommand(names);
  const apt = (/** @type {string[]} */ ...args) =>
    run(asRoot[0], [...asRoot.slice(1), 'DEBIAN_FRONTEND=noninteractive', 'apt-get', '-q', ...args], { quiet: true });
  await apt('update').catch(() => say('The package lists could not be refreshed; going on with those that are there.'));
  await apt('install', '-y', '--no-install-recommends', ...names);
  for (const one of missing) {
    if (!(await isThere(one.file))) throw new Plain(`${one.name} was installed, but ${one.file} is still missing.`);
  }
}

/** How to run something as root here: as we are, or through sudo. */
async function rootCommand(/** @type {string[]} */ names) {
  const isRoot = process.getuid?.() === 0;
  const hasSudo = !isRoot && (await isThere('/usr/bin/sudo'));
  const sudoAllows = hasSudo && (await run('sudo', ['-v'], { mayFail: true })).code === 0;
  return howToInstall({ isRoot, hasSudo, sudoAllows }, names);
}

/**
 * The words to put before a command that needs the rights of root. @throws Plain with what to run instead
 * @param {{ isRoot: boolean, hasSudo: boolean, sudoAllows: boolean }} rights
 * @param {readonly string[]} names
 */
export function howToInstall({ isRoot, hasSudo, sudoAllows }, names) {
  if (isRoot) return ['env'];
  if (sudoAllows) return ['sudo', 'env'];
  const why = hasSudo ? 'sudo refused' : 'there is no sudo here';
  const install = `apt-get install --no-install-recommends ${names.join(' ')}`;
  throw new Plain(`Installing needs the rights of root, and ${why}. As root, run: ${install}`);
}
