import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { flag, main, option, Plain } from './lib/say.mjs';
import { runWorld, startWorld } from './lib/world.mjs';

const PORT = 4310;

main(async () => {
  const given = option('port');
  const port = given === null ? PORT : Number(given);
  if (!Number.isInteger(port) || port < 1 || port > 65_535)
    throw new Plain(`"${given}" is not a port. Give a number from 1 to 65535.`);
  const begun = Date.now();
  await ensurePackages({ tests: false });
  await ensureBuilt();
  const world = await startWorld({ name: option('name') ?? 'demo', port, fresh: flag('fresh'), demo: true });
  const words = `
Oak Bell is ready after ${Math.round((Date.now() - begun) / 1000)} s: ${world.url}

  Teacher   ilse.marrow    password  harbour-light
  Learner   tam.oriel      password  harbour-light
  Keeper    keeper         password  harbour-light

  Mail that it sends is read at   ${world.env.OAKBELL_MAIL_PAGE}
  The record store’s page is at   ${new URL('/', world.env.OAKBELL_RECORD_STORE).href}

Press Ctrl-C to end it. What you do is kept; "npm run demo -- --fresh" begins anew.`;
  await runWorld(world, words);
});
