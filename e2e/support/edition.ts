import { addressesOf, editionKey, type EditionFile, type GivenMedia } from '@oakbell/core/media';
import type { Page } from '@playwright/test';
import { gunzipSync } from 'node:zlib';

/** The address of a file of an edition, for whoever is signed in on this page; null where there is none for them. */
export async function editionFile(page: Page, edition: string, name: EditionFile): Promise<string | null> {
  const answer = await page.request.get(`/api/editions/${edition}`);
  if (!answer.ok()) return null;
  const { media } = (await answer.json()) as { media: GivenMedia };
  return addressesOf(media).get(editionKey(edition, name)) ?? null;
}

/** What an edition's manifest says. */
export async function editionManifest<T>(page: Page, edition: string): Promise<T> {
  const answer = await page.request.get((await editionFile(page, edition, 'manifest.json.gz'))!);
  const body = await answer.body();
  return JSON.parse((body[0] === 0x1f ? gunzipSync(body) : body).toString()) as T;
}
