import { expect, test, type Page } from '@playwright/test';
import { clipFile } from './support/clipFile.ts';
import { editionFile } from './support/edition.ts';
import { signIn } from './support/people.ts';
import { logOf, openRoom, press, record, segmentsOf, stopAndSave, lasts } from './support/room.ts';
import { onceKey } from './support/requests.ts';

test.beforeEach(({ page }) => signIn(page, 'ilse.marrow'));

/** How much of a sound is the tone of 1 kHz, over each half second: its share of the energy, 0…1. */
async function toneIn(page: Page, address: string): Promise<readonly number[]> {
  return page.evaluate(async (address) => {
    const bytes = await (await fetch(address)).arrayBuffer();
    const { sampleRate, length } = { sampleRate: 48_000, length: 48_000 };
    const sound = await new OfflineAudioContext(1, length, sampleRate).decodeAudioData(bytes);
    const samples = sound.getChannelData(0);
    const half = sampleRate / 2;
    return Array.from({ length: Math.floor(samples.length / half) }, (_, piece) => {
      let [sin, cos, energy] = [0, 0, 1e-9];
      for (let i = 0; i < half; i += 1) {
        const value = samples[piece * half + i]!;
        const turn = (2 * Math.PI * 1000 * i) / sampleRate;
        sin += value * Math.sin(turn);
        cos += value * Math.cos(turn);
        energy += value * value;
      }
      return (2 * (sin * sin + cos * cos)) / half / energy;
    });
  }, address);
}

test(
  'a video is added as a page, played while talking, and is seen and heard in the lesson',
  { tag: '@real-time' },
  async ({ page }) => {
    const made = await page.request.post('/api/lessons', { data: { kind: 'slides', title: 'Waves' } });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`/lessons/${id}/pages`);
    await page.getByLabel('Add a PDF, slides or pictures').setInputFiles(clipFile('waves.mp4', true));
    await expect(page.getByText(/A video of 0:04/)).toBeVisible();
    await openRoom(page, id);
    await record(page);
    await lasts(page, 1);
    await page.getByRole('button', { name: 'Play the clip' }).click();
    await lasts(page, 2);
    await page.getByRole('button', { name: 'Stop the clip' }).click();
    await lasts(page, 0.6);
    await page.keyboard.press('Space');
    await lasts(page, 0.5);
    await press(page, 'Pause');
    await expect(page.getByRole('button', { name: 'Play the clip' })).toBeVisible();
    await press(page, 'Go on');
    await lasts(page, 0.8);
    await stopAndSave(page);
    const [segment] = await segmentsOf(page, id);
    const moves = (await logOf(page, segment!.takeId)).filter((event) => event.kind === 'clip') as unknown as {
      at: number;
      playing: boolean;
      positionMs: number;
    }[];
    expect(moves.slice(0, 4).map((move) => move.playing)).toEqual([true, false, true, false]);
    const played = (moves[1]!.at - moves[0]!.at) / 1000;
    expect(Math.abs(moves[1]!.positionMs - moves[0]!.positionMs - played)).toBeLessThan(120);

    const edition = (await (await page.request.post(`/api/lessons/${id}/editions`, { headers: onceKey() })).json()) as {
      id: string;
    };
    await expect.poll(() => editionFile(page, edition.id, 'page.mp4')).not.toBeNull();
    const tone = await toneIn(page, (await editionFile(page, edition.id, 'voice.webm'))!);
    const at = (moment: number) => tone[Math.floor(moment / 500_000)]!;
    expect(at(moves[0]!.at + 900_000)).toBeGreaterThan(0.3);
    expect(Math.max(...tone.slice(0, Math.floor(moves[0]!.at / 500_000)))).toBeLessThan(0.1);
  },
);

test(
  'a sound is a page with its shape to be seen; a file that is no clip is refused in words',
  { tag: '@real-time' },
  async ({ page }) => {
    const made = await page.request.post('/api/lessons', { data: { kind: 'slides', title: 'Fog horn' } });
    const { id } = (await made.json()) as { id: string };
    await page.goto(`/lessons/${id}/pages`);
    const files = page.getByLabel('Add a PDF, slides or pictures');
    await files.setInputFiles({
      name: 'horn.mp3',
      mimeType: 'audio/mpeg',
      buffer: Buffer.from('ID3 and nothing more'),
    });
    await expect(page.getByText(/“horn.mp3” is damaged, or holds no sound/)).toBeVisible();
    await files.setInputFiles(clipFile('horn.wav', false));
    await expect(page.getByText(/A sound of 0:04/)).toBeVisible();
    await openRoom(page, id);
    await page.getByRole('button', { name: 'Play the clip' }).click();
    await expect(page.getByRole('button', { name: 'Stop the clip' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Play the clip' })).toBeVisible();
  },
);
