import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { COMPASS_LESSON, FEEDBACK, MIXED_UP, RIGHT, STEER_LESSON, TWELFTHS_LESSON } from './lessons.ts';
import { chartPhoto, passagePlan, tableSlides, tideSlides } from './papers.ts';
import { performed, type Sentence } from './script.ts';
import { world } from './world.ts';

/** Makes every file of the demo world anew. Needs flite and ffmpeg. */
const folder = process.argv[2];
if (!folder) throw new Error('Name the folder to write to.');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const put = (name: string, bytes: Buffer | string) => writeFileSync(join(folder, name), bytes);

const frames: Record<string, number> = {};
const scripts: Record<string, readonly Sentence[]> = {
  twelfths: TWELFTHS_LESSON,
  compass: COMPASS_LESSON,
  steer: STEER_LESSON,
  feedback: FEEDBACK,
};
Object.entries(scripts).forEach(([name, sentences], i) => {
  const take = performed(sentences, 101 + i);
  put(`${name}.ogg`, take.voice);
  put(`${name}.ndjson`, take.log);
  frames[name] = take.frames;
});
put('twelfths.pdf', await tideSlides());
put('table.pdf', await tableSlides());
put('plan-wren.pdf', await passagePlan('Wren Calloway', 'Skerry Quay to Tern Point', MIXED_UP));
put('plan-tam.pdf', await passagePlan('Tam Oriel', 'Skerry Quay to Gannet Cove', RIGHT));
put('chart.jpg', chartPhoto());
put('world.json', JSON.stringify(world(frames), null, 2));
