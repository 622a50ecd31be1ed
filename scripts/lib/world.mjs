import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { lock } from './lock.mjs';
import { node, ROOT } from './run.mjs';
import { freePort, isFree, startMariaDb, startNode, startRedis } from './services.mjs';
import { Plain, say } from './say.mjs';

const SERVER = join(ROOT, 'apps/server/dist');

/**
 * Starts a whole Oak Bell in `.oakbell/<name>`: database, queue, HTTP process and job process.
 * @param {{ name: string, port?: number, fresh?: boolean, demo?: boolean, quiet?: boolean, processes?: boolean }} how
 */
export async function startWorld({ name, port, fresh = false, demo = false, quiet = false, processes = true }) {
  const folder = join(ROOT, '.oakbell', name);
  const tell = quiet ? () => undefined : say;
  if (port !== undefined && !(await isFree(port))) {
    throw new Plain(`Port ${port} is taken by another program. Choose another with -- --port N.`);
  }
  const held = await lock(folder, `Oak Bell (${name})`);
  const stops = [held.release];
  const stop = async () => {
    for (const one of stops.splice(0).reverse()) await one();
  };
  try {
    if (fresh)
      for (const part of ['mariadb', 'mariadb.ready', 'redis', 'media'])
        await rm(join(folder, part), { recursive: true, force: true });
    tell('Starting MariaDB and Redis …');
    const [database, queue] = [await startMariaDb(folder), await startRedis(folder)];
    stops.push(database.stop, queue.stop);
    for (const { child } of [database, queue]) await held.note(child.pid);
    const env = {
      OAKBELL_DATABASE_URL: `mysql://root@127.0.0.1:${database.port}/oakbell`,
      OAKBELL_REDIS_URL: `redis://127.0.0.1:${queue.port}`,
      OAKBELL_STORAGE: join(folder, 'media'),
      OAKBELL_WEB: join(ROOT, 'apps/web/dist'),
      OAKBELL_PORT: `${port ?? (await freePort())}`,
      OAKBELL_LOG: process.env.OAKBELL_LOG ?? 'info',
      ...(demo ? { OAKBELL_DEMO: join(ROOT, 'demo/world') } : {}),
    };
    tell('Bringing the database up to date …');
    await node([join(SERVER, 'createDatabase.js')], env);
    await node([join(SERVER, 'migrate.js')], env);
    const url = `http://127.0.0.1:${env.OAKBELL_PORT}`;
    const world = { url, env, folder, stop, database, http: null, jobs: null };
    if (processes) await startProcesses(world, held, stops, tell);
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

async function startProcesses(world, held, stops, tell) {
  const { url, env, folder } = world;
  tell('Starting the HTTP process and the job process …');
  const isReady = () =>
    fetch(`${url}/health/ready`).then(
      (answer) => answer.ok,
      () => false,
    );
  world.jobs = await startNode(
    join(SERVER, 'worker.js'),
    env,
    join(folder, 'jobs.log'),
    async () => true,
    'The job process',
  );
  stops.push(() => world.jobs.stop());
  world.http = await startNode(join(SERVER, 'main.js'), env, join(folder, 'http.log'), isReady, 'The HTTP process');
  stops.push(() => world.http.stop());
  for (const { child } of [world.jobs, world.http]) await held.note(child.pid);
}
