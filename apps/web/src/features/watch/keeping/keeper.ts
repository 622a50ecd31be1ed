import {
  isKeptFile,
  isKeptWork,
  keptAnswer,
  keptFile,
  keptWork,
  KEPT_HEADER,
  KEPT_PAGE,
  KEPT_WORKER,
  leftOver,
  SHELL_LIST,
  type KeptWork,
} from '@oakbell/core/keeping';
import { addressesOf, editionKey } from '@oakbell/core/media';
import { dataUseKept } from '../more/dataUse.ts';
import {
  call,
  canKeep,
  client,
  isGone,
  keepsHere,
  keptResponse,
  openKept,
  Problem,
  UNREACHABLE,
  type Api,
} from '../../../shared/api/index.ts';

/*
 * Keeps the lessons of a piece of work on this device (docs/formats/kept.md). What has come stays when the line breaks:
 * the next try goes on from there. A piece of work counts as kept once everything of it is there.
 */

/** So many files have come, of how many, and so many bytes of what this device did not have. */
export interface Keeping {
  readonly files: number;
  readonly of: number;
  readonly bytes: number;
}
interface Way {
  readonly onProgress?: (keeping: Keeping) => void;
  readonly signal?: AbortSignal;
}

const LOCK = 'oakbell-keeping';
const WHEN_FULL =
  'This device has no room left for it. Nothing that you kept before is lost; remove some of that, or other files, and try again.';

/**
 * Keeps a piece of work, or brings what is kept of it up to date.
 * @throws Problem `not-to-be-kept`, `device-full`, and whatever the server says
 */
export async function keepWork(id: string, way: Way = {}): Promise<KeptWork> {
  return navigator.locks.request(LOCK, async () => {
    if (canKeep()) await navigator.serviceWorker.register(KEPT_WORKER);
    const cache = await openKept();
    try {
      return await bringAll(cache, id, way);
    } catch (failure) {
      if (failure instanceof DOMException && failure.name === 'QuotaExceededError') {
        await sweep(cache);
        throw new Problem(0, 'device-full', WHEN_FULL);
      }
      throw failure;
    }
  });
}

async function bringAll(cache: Cache, id: string, { onProgress, signal }: Way): Promise<KeptWork> {
  const work = await call(client.GET('/api/desk/{id}', { params: { path: { id } } }));
  if (!work.offline)
    throw new Problem(0, 'not-to-be-kept', 'Your teacher does not let this be kept. It can be watched here as before.');
  const editions = work.lessons.flatMap(({ standing, editionId }) => (standing === 'open' ? (editionId ?? []) : []));
  const opened: Api['OpenedEditionDto'][] = [];
  for (const edition of editions)
    opened.push(await call(client.GET('/api/editions/{id}', { params: { path: { id: edition } } })));
  const shell = await shellList();
  const files = new Map([
    ...shell.map((path) => [path, path] as const),
    ...opened.flatMap((one) => filesOf(one)),
    [KEPT_PAGE, '/'] as const,
  ]);
  let [bytes, done] = [0, 0];
  for (const [path, address] of files) {
    // Nothing of it changes under its name but the page itself.
    if (path === KEPT_PAGE || !(await cache.match(path))) bytes += await bring(cache, path, address, signal);
    onProgress?.({ files: (done += 1), of: files.size, bytes });
  }
  for (const one of opened) await cache.put(keptAnswer(`/api/editions/${one.id}`), keptResponse(one));
  const own = [...files.keys()].filter(isKeptFile);
  const kept: KeptWork = {
    ...{ assignmentId: id, title: work.title, editions, files: own },
    bytes: await bytesOf(cache, own),
    keptAt: Date.now(),
  };
  await cache.put(keptAnswer(`/api/desk/${id}`), keptResponse(work));
  await cache.put(keptWork(id), Response.json(kept));
  for (const request of await cache.keys()) {
    const { pathname } = new URL(request.url);
    if (pathname.startsWith('/assets/') && !files.has(pathname)) await cache.delete(request);
  }
  await sweep(cache);
  await putDesk(cache);
  // The browser may throw away what it was not asked to keep; whether it does as asked is its own affair.
  await navigator.storage.persist().catch(() => false);
  return kept;
}

/** The files of an edition that this browser plays: where each is kept, and its address. */
function filesOf({ id, media }: Api['OpenedEditionDto']): readonly (readonly [string, string])[] {
  const addresses = addressesOf(media);
  const [opus, aac] = [editionKey(id, 'voice.webm'), editionKey(id, 'voice.m4a')];
  const playsOpus = document.createElement('audio').canPlayType('audio/webm; codecs=opus') !== '';
  const unplayed = playsOpus ? aac : addresses.has(aac) ? opus : '';
  // Whoever saves data on this device keeps no films either.
  const isKept = (key: string) => key !== unplayed && (dataUseKept() === 'all' || !key.endsWith('.mp4'));
  return [...addresses].flatMap(([key, address]) => (isKept(key) ? [[keptFile(key), address] as const] : []));
}

async function shellList(): Promise<readonly string[]> {
  const response = await fetched(SHELL_LIST);
  return (await response.json()) as string[];
}

async function fetched(address: string, signal?: AbortSignal): Promise<Response> {
  const response = await fetch(address, { cache: 'no-cache', ...(signal ? { signal } : {}) }).catch(() => {
    throw signal?.aborted
      ? new Problem(0, 'aborted', 'Stopped. What has come is still here.')
      : new Problem(0, UNREACHABLE, 'The line broke. What has come is still here; go on once the network is back.');
  });
  if (!response.ok) throw new Problem(response.status, 'not-fetched', 'A part of it could not be fetched. Try again.');
  return response;
}

/** Brings one file, as it flows in. Gives its bytes. */
async function bring(cache: Cache, path: string, address: string, signal?: AbortSignal): Promise<number> {
  const { body, headers } = await fetched(address, signal);
  let bytes = 0;
  const counted = body?.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform: (chunk, flow) => {
        bytes += chunk.byteLength;
        flow.enqueue(chunk);
      },
    }),
  );
  // What was packed for the way is not packed here.
  const type = headers.get('Content-Type') ?? 'application/octet-stream';
  const kept = new Headers({ 'Content-Type': type });
  const policy = headers.get('Content-Security-Policy');
  if (policy) kept.set('Content-Security-Policy', policy);
  try {
    await cache.put(path, new Response(counted, { headers: kept }));
  } catch (failure) {
    await cache.delete(path);
    if (failure instanceof DOMException && failure.name === 'QuotaExceededError') throw failure;
    throw new Problem(0, UNREACHABLE, 'The line broke. What has come is still here; go on once the network is back.');
  }
  return bytes;
}

async function bytesOf(cache: Cache, files: readonly string[]): Promise<number> {
  let bytes = 0;
  for (const path of files) bytes += (await (await cache.match(path))?.blob())?.size ?? 0;
  return bytes;
}

/** What is kept here by whoever is signed in. */
export async function keptWorks(): Promise<readonly KeptWork[]> {
  if (!canKeep() || !keepsHere()) return [];
  return worksIn(await openKept());
}

async function worksIn(cache: Cache): Promise<readonly KeptWork[]> {
  const works: KeptWork[] = [];
  for (const request of await cache.keys()) {
    if (!isKeptWork(new URL(request.url).pathname)) continue;
    const there = await cache.match(request);
    if (there) works.push((await there.json()) as KeptWork);
  }
  return works;
}

export async function dropWork(id: string): Promise<void> {
  const cache = await openKept();
  const work = (await worksIn(cache)).find((one) => one.assignmentId === id);
  await cache.delete(keptWork(id));
  await cache.delete(keptAnswer(`/api/desk/${id}`));
  for (const edition of work?.editions ?? []) await cache.delete(keptAnswer(`/api/editions/${edition}`));
  await sweep(cache);
  await putDesk(cache);
}

/** Takes away the files that no kept work needs. */
async function sweep(cache: Cache): Promise<void> {
  const paths = (await cache.keys()).map(({ url }) => new URL(url).pathname);
  for (const path of leftOver(paths.filter(isKeptFile), await worksIn(cache))) await cache.delete(path);
}

/** The desk as it is shown without a network: what is kept, and nothing that cannot be opened. */
async function putDesk(cache: Cache): Promise<void> {
  const kept = new Set((await worksIn(cache)).map((one) => one.assignmentId));
  const asked = client.GET('/api/desk');
  const items = await call(asked);
  if ((await asked).response.headers.has(KEPT_HEADER)) return;
  await cache.put(keptAnswer('/api/desk'), keptResponse(items.filter((item) => kept.has(item.assignmentId))));
  const session = client.GET('/api/session');
  await cache.put(keptAnswer('/api/session'), keptResponse(await call(session)));
}

/**
 * Brings what is kept up to date with the school's server: what was taken back goes, a new edition comes. Gives the titles
 * of what went. Without a network all stays as it is.
 */
export async function freshenKept(): Promise<readonly string[]> {
  const gone: string[] = [];
  for (const work of await keptWorks()) {
    const { assignmentId: id } = work;
    const asked = client.GET('/api/desk/{id}', { params: { path: { id } } });
    const now = await call(asked).catch((failure: unknown) => {
      if (isGone(failure)) return null;
      throw failure;
    });
    if (now && (await asked).response.headers.has(KEPT_HEADER)) return gone;
    if (now?.offline) await keepWork(id);
    else {
      await dropWork(id);
      gone.push(work.title);
    }
  }
  return gone;
}
