import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import openapiTypescript, { astToString } from 'openapi-typescript';
import { ROOT, run } from './lib/run.mjs';
import { flag, main, Plain, say } from './lib/say.mjs';

const DESCRIPTION = join(ROOT, 'docs/api.json');
const TYPES = join(ROOT, 'apps/web/src/shared/api/schema.ts');

/** Writes the OpenAPI description and the client's types from the built server; with --check only compares. */
main(async () => {
  const { output } = await run(process.execPath, [join(ROOT, 'apps/server/dist/describe.js')], { quiet: true });
  const description = output.slice(output.indexOf('{'));
  const head = '/* Made by "npm run api" from the server\'s own description. Do not edit. */\n\n';
  const types = head + astToString(await openapiTypescript(JSON.parse(description)));
  for (const [path, text] of [
    [DESCRIPTION, description],
    [TYPES, types],
  ]) {
    if (!flag('check')) await writeFile(path, text);
    else if ((await readFile(path, 'utf8').catch(() => '')) !== text)
      throw new Plain(`${path.slice(ROOT.length + 1)} is stale: run "npm run api".`);
  }
  say(
    flag('check')
      ? 'The API description and the client agree with the server.'
      : 'The API description and the client were written.',
  );
});
