import { addressesOf, editionKey, pictureKey, type EditionFile, type GivenMedia } from '@oakbell/core/media';
import type { agent, Response } from 'supertest';
import { gunzipSync } from 'node:zlib';
import type { Manifest } from '@oakbell/core/formats';

type Agent = ReturnType<typeof agent>;

/** The bytes of an answer, whatever it says of itself. */
export function rawBytes(answer: Response, done: (failure: Error | null, body: Buffer) => void): void {
  const response = answer as unknown as NodeJS.ReadableStream;
  const chunks: Buffer[] = [];
  response.on('data', (chunk: Buffer) => chunks.push(chunk));
  response.on('end', () => done(null, Buffer.concat(chunks)));
}

/** The addresses that somebody is given for an edition, by their storage keys. */
export async function openEdition(person: Agent, id: string): Promise<ReadonlyMap<string, string>> {
  const { body } = await person.get(`/api/editions/${id}`).expect(200);
  return addressesOf((body as { media: GivenMedia }).media);
}

/** What an edition's manifest says, as its learners get it. */
export async function manifestOf(person: Agent, id: string): Promise<Manifest> {
  const address = (await openEdition(person, id)).get(editionKey(id, 'manifest.json.gz'))!;
  const { body } = await person.get(address).buffer(true).parse(rawBytes).expect(200);
  const bytes = body as Buffer;
  return JSON.parse((bytes[0] === 0x1f ? gunzipSync(bytes) : bytes).toString()) as Manifest;
}

export const fileOf = async (person: Agent, id: string, name: EditionFile): Promise<string> =>
  (await openEdition(person, id)).get(editionKey(id, name)) ?? '/none';
export const pictureIn = async (person: Agent, id: string, digest: string): Promise<string> =>
  (await openEdition(person, id)).get(pictureKey(digest)) ?? '/none';
