import { createHash, randomBytes } from 'node:crypto';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { lock } from './lock.mjs';
import { node, ROOT } from './run.mjs';
import { freePort, isFree, keep, startMariaDb, startNode, startRedis } from './services.mjs';
import { Plain, say } from './say.mjs';

const SERVER = join(ROOT, 'apps/server/dist');

/**
 * Starts a whole Oak Bell in `.oakbell/<name>`: database, queue, HTTP process and job process.
 * `second` starts another HTTP process at another port, `more` sets further variables of the processes, `ofSecond` those
 * that are otherwise there, `patient` never
 * gives up what ends again and again, `throwaway` is for a world that nobody needs tomorrow. Where `more` names a database and a Redis, those are used and none is started.
 * @param {{ name: string, port?: number, fresh?: boolean, demo?: boolean, quiet?: boolean, processes?: boolean, second?: boolean, ofSecond?: Record<string, string>, patient?: boolean, throwaway?: boolean, more?: Record<string, string> }} how
 */
export async function startWorld({
  name,
  port,
  fresh = false,
  demo = false,
  quiet = false,
  processes = true,
  second = false,
  ofSecond = {},
  patient = false,
  throwaway = false,
  more = {},
}) {
  const folder = join(ROOT, '.oakbell', name);
  const tell = quiet ? () => undefined : say;
  const held = await lock(folder, `Oak Bell (${name})`);
  const stops = [held.release];
  const stop = async () => {
    for (const one of stops.splice(0).reverse()) await one();
  };
  try {
    // What an earlier start left running has gone by now.
    if (port !== undefined && !(await isFree(port)))
      throw new Plain(`Port ${port} is taken by another program. Choose another with -- --port N.`);
    if (fresh)
      for (const part of ['mariadb', 'mariadb.ready', 'redis', 'media'])
        await rm(join(folder, part), { recursive: true, force: true });
    const how = { note: held.note, patient };
    const stores = await startStores(folder, { more, tell, stops, throwaway, ...how });
    const at = `${port ?? (await freePort())}`;
    const env = {
      ...stores.env,
      OAKBELL_STORAGE: join(folder, 'media'),
      OAKBELL_WORK: join(tmpdir(), `oakbell-work-${createHash('sha256').update(folder).digest('hex').slice(0, 12)}`),
      OAKBELL_SECRET: more.OAKBELL_SECRET ?? (await secretIn(folder)),
      OAKBELL_WEB: join(ROOT, 'apps/web/dist'),
      OAKBELL_PORT: at,
      OAKBELL_LOG: process.env.OAKBELL_LOG ?? 'info',
      ...(demo ? { ...(await standInIdentity()), ...(await standInMail(at)), ...(await standInRecords()) } : {}),
      ...more,
      ...(demo ? { OAKBELL_DEMO: join(ROOT, 'demo/world') } : {}),
    };
    tell('Bringing the database up to date …');
    await node([join(SERVER, 'createDatabase.js')], env);
    await node([join(SERVER, 'migrate.js')], env);
    const url = `http://127.0.0.1:${env.OAKBELL_PORT}`;
    const world = { url, env, folder, stop, ...stores.kept, http: null, jobs: null };
    if (processes) await startProcesses(world, { stops, tell, second, ofSecond, demo, ...how });
    if (demo) {
      tell('Looking after the demo world …');
      await node([join(SERVER, 'demo/index.js')], env);
    }
    return world;
  } catch (failure) {
    await stop();
    throw failure;
  }
}

/** The database and the queue of a world, unless it is told of others. */
async function startStores(folder, { more, tell, stops, throwaway, ...how }) {
  const kept = { database: null, queue: null };
  const env = {};
  if (!more.OAKBELL_DATABASE_URL) {
    tell('Starting MariaDB …');
    const { port, kept: database } = await startMariaDb(folder, { throwaway, ...how });
    kept.database = database;
    stops.push(() => database.stop());
    env.OAKBELL_DATABASE_URL = `mysql://root@127.0.0.1:${port}/oakbell`;
  }
  if (!more.OAKBELL_REDIS_URL) {
    tell('Starting Redis …');
    const { port, kept: queue } = await startRedis(folder, how);
    kept.queue = queue;
    stops.push(() => queue.stop());
    env.OAKBELL_REDIS_URL = `redis://127.0.0.1:${port}`;
  }
  return { kept, env };
}

/** Where the stand-in for a school's own sign-in listens, and what it is told by. */
async function standInIdentity() {
  return {
    OAKBELL_IDENTITY_ISSUER: `http://127.0.0.1:${await freePort()}`,
    OAKBELL_IDENTITY_CLIENT: 'oak-bell',
    OAKBELL_IDENTITY_SECRET: randomBytes(16).toString('hex'),
    OAKBELL_IDENTITY_NAME: 'a Skerry Quay account',
  };
}

/** Where the stand-in for a school's mail server listens, and where its mail can be read. */
async function standInMail(port) {
  return {
    OAKBELL_MAIL_SERVER: `smtp://127.0.0.1:${await freePort()}`,
    OAKBELL_MAIL_PAGE: `http://127.0.0.1:${await freePort()}`,
    OAKBELL_MAIL_FROM: 'Oak Bell at Skerry Quay <oak-bell@skerry.example>',
    OAKBELL_ADDRESS: `http://127.0.0.1:${port}`,
  };
}

/** Where the stand-in for a learning record store listens, and who may write to it. */
async function standInRecords() {
  return {
    OAKBELL_RECORD_STORE: `http://127.0.0.1:${await freePort()}/xapi/`,
    OAKBELL_RECORD_NAME: 'oak-bell',
    OAKBELL_RECORD_SECRET: randomBytes(16).toString('hex'),
  };
}

async function startProcesses(world, { stops, tell, second, ofSecond, demo, ...how }) {
  const { env, folder } = world;
  tell('Starting the HTTP process and the job process …');
  const isReadyAt = (url) => () => answers(`${url}/health/ready`);
  const answers = (url) =>
    fetch(url).then(
      (answer) => answer.ok,
      () => false,
    );
  const keepOne = async (what, file, log, env, isReady) => {
    const start = () => startNode(join(SERVER, file), env, join(folder, log), isReady, what);
    const kept = await keep(start, { what, ...how });
    stops.push(() => kept.stop());
    return kept;
  };
  if (demo && env.OAKBELL_IDENTITY_ISSUER.startsWith('http://127.0.0.1:')) {
    const isThere = () => answers(`${env.OAKBELL_IDENTITY_ISSUER}/.well-known/openid-configuration`);
    await keepOne('The stand-in for a school’s sign-in', 'standins/identity.js', 'identity.log', env, isThere);
  }
  if (demo && env.OAKBELL_MAIL_PAGE) {
    const isThere = () => answers(env.OAKBELL_MAIL_PAGE);
    await keepOne('The stand-in for a school’s mail server', 'standins/mail.js', 'mail.log', env, isThere);
  }
  if (demo && env.OAKBELL_RECORD_STORE) {
    const isThere = () => answers(new URL('about', env.OAKBELL_RECORD_STORE).href);
    await keepOne('The stand-in for a record store', 'standins/record.js', 'record.log', env, isThere);
  }
  world.jobs = await keepOne('The job process', 'worker.js', 'jobs.log', env, async () => true);
  world.http = await keepOne('The HTTP process', 'main.js', 'http.log', env, isReadyAt(world.url));
  if (!second) return;
  // The same house by another door: what is said at one is heard at the other.
  const port = `${await freePort()}`;
  world.secondUrl = `http://127.0.0.1:${port}`;
  const there = { ...env, OAKBELL_PORT: port, ...ofSecond };
  world.second = await keepOne('The second HTTP process', 'main.js', 'http-2.log', there, isReadyAt(world.secondUrl));
}

/** Lets a world run until it is told to end, or ends by itself; then ends all of it. */
export async function runWorld(world, words) {
  const over = new Promise((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.once(signal, resolve);
    for (const { ended } of [world.http, world.jobs]) ended.then(resolve);
  });
  // Whoever reads these may end it at once.
  say(words);
  await over;
  say('\nEnding …');
  await world.stop();
  say('Oak Bell has ended.');
}

/** What signs the addresses of media: made once for a world, and kept with it. */
async function secretIn(folder) {
  const file = join(folder, 'secret');
  const there = await readFile(file, 'utf8').catch(() => '');
  if (there) return there;
  const made = randomBytes(32).toString('base64url');
  await writeFile(file, made, { mode: 0o600 });
  return made;
}
