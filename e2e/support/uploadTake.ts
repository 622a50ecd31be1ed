import { expect, type Page } from '@playwright/test';
import { createHash, randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { BufferSource, EncodedPacketSink, Input, OggInputFormat } from 'mediabunny';
import { writeVoicePart } from '@oakbell/core/formats';
import { RATE } from './sound.ts';

/** The voice of an Ogg Opus file in the parts that a recording browser sends: two seconds each. */
export async function voicePartsOf(ogg: string): Promise<readonly Buffer[]> {
  const input = new Input({
    formats: [new OggInputFormat()],
    source: new BufferSource(new Uint8Array(readFileSync(ogg)).buffer),
  });
  const packets: Uint8Array[] = [];
  for await (const packet of new EncodedPacketSink((await input.getPrimaryAudioTrack())!).packets())
    packets.push(packet.data);
  const parts: Buffer[] = [];
  for (let at = 0; at < packets.length; at += 100)
    parts.push(
      Buffer.from(writeVoicePart({ run: 0, startFrame: 0, preSkip: 312, packets: packets.slice(at, at + 100) })),
    );
  return parts;
}

/** Brings a take to a lesson part by part, as a browser that recorded it would. */
export async function uploadTake(
  page: Page,
  lessonId: string,
  { ogg, log, seconds }: { readonly ogg: string; readonly log: string; readonly seconds: number },
): Promise<void> {
  const parts = await voicePartsOf(ogg);
  const take = randomUUID();
  expect((await page.request.put(`/api/takes/${take}`, { data: { lessonId, windowKey: 'bench-window' } })).ok()).toBe(
    true,
  );
  const put = async (track: string, number: number, bytes: Buffer) => {
    const digest = createHash('sha256').update(bytes).digest('hex');
    const send = () =>
      page.request.put(`/api/takes/${take}/parts/${track}/${number}?digest=${digest}`, {
        data: bytes,
        headers: { 'Content-Type': 'application/octet-stream' },
      });
    let answer = await send();
    // Hours come at once here: the server says for how long to wait.
    for (; answer.status() === 429; answer = await send())
      await new Promise((resolve) => setTimeout(resolve, Number(answer.headers()['retry-after']) * 1000));
    expect(answer.status()).toBe(204);
  };
  for (const [i, part] of parts.entries()) await put('voice', i, part);
  const logParts = inParts(log);
  for (const [i, part] of logParts.entries()) await put('log', i, Buffer.from(part));
  const finish = await page.request.post(`/api/takes/${take}/finish`, {
    data: { voiceParts: parts.length, logParts: logParts.length, frames: seconds * RATE },
  });
  expect(finish.ok()).toBe(true);
}

/** A log in parts of half a megabyte and less, each of whole lines. */
export function inParts(log: string): readonly string[] {
  const parts: string[] = [''];
  for (const line of log.split('\n').filter(Boolean)) {
    if (parts.at(-1)!.length + line.length > 500_000) parts.push('');
    parts[parts.length - 1] += `${line}\n`;
  }
  return parts;
}
