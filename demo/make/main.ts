import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { COMPASS_LESSON, FEEDBACK, MIXED_UP, RIGHT, STEER_LESSON, TWELFTHS_LESSON } from './lessons.ts';
import { chartPhoto, passagePlan, tableSlides, tideSlides } from './papers.ts';
import { handOf, PRACTICE } from './practice.ts';
import { BUOYS_LESSON, PASSAGE_LESSON, SECONDARY_LESSON, WIND_LESSON } from './longLessons.ts';
import { performed, type MadeTake, type Said, type Sentence } from './script.ts';
import type { Voice } from './voices.ts';
import { world } from './world.ts';
import { writtenSheet } from './worksheets.ts';

/** Makes every file of the demo world anew, and what the practice devices say and write. Needs flite, festival with its HTS voice, and ffmpeg. */
const [, , folder, practice] = process.argv;
if (!folder || !practice) throw new Error('Name the folders to write to: of the world, and of the practice devices.');
for (const one of [folder, practice]) {
  rmSync(one, { recursive: true, force: true });
  mkdirSync(one, { recursive: true });
}
const put = (name: string, bytes: Buffer | string) => writeFileSync(join(folder, name), bytes);

const frames: Record<string, number> = {};
const said: Record<string, readonly Said[]> = {};
const keep = (name: string, take: MadeTake): void => {
  put(`${name}.ogg`, take.voice);
  put(`${name}.ndjson`, take.log);
  frames[name] = take.frames;
  said[name] = take.said;
};
const scripts: Record<string, readonly Sentence[]> = {
  twelfths: TWELFTHS_LESSON,
  compass: COMPASS_LESSON,
  steer: STEER_LESSON,
  feedback: FEEDBACK,
};
Object.entries(scripts).forEach(([name, sentences], i) => {
  keep(name, performed(sentences, 101 + i));
});
const long: readonly (readonly [string, readonly Sentence[], Voice])[] = [
  ['passage', PASSAGE_LESSON, 'ilse'],
  ['wind', WIND_LESSON, 'ilse'],
  ['secondary', SECONDARY_LESSON, 'jon'],
  ['buoys', BUOYS_LESSON, 'jon'],
];
long.forEach(([name, sentences, voice], i) => keep(name, performed(sentences, 201 + i, voice)));
const practised = performed(PRACTICE, 99, 'practice');
writeFileSync(join(practice, 'voice.ogg'), practised.voice);
writeFileSync(join(practice, 'hand.json'), handOf(practised.log));
put('twelfths.pdf', await tideSlides());
put('table.pdf', await tableSlides());
put('plan-wren.pdf', await passagePlan('Wren Calloway', 'Skerry Quay to Tern Point', MIXED_UP));
put('plan-tam.pdf', await passagePlan('Tam Oriel', 'Skerry Quay to Gannet Cove', RIGHT));
put('chart.jpg', chartPhoto());
put('sheet-wren.ndjson', writtenSheet(301, { range: '3.6', twelfth: '0.3', 'at-nine': '3.0 m' }, 6));
put('sheet-idris.ndjson', writtenSheet(302, { range: '3.6' }, 2));
put('world.json', JSON.stringify(world(frames, said), null, 2));
