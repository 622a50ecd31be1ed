import { KEPT, keptAnswer, keptFile, LONGEST_KEPT_MS, UNTIL_HEADER } from '@oakbell/core/keeping';
import { forgetKept, keepsHere, keepSession, keptResponse, openKept } from './kept.ts';
import { forgetPerson, rememberPerson } from './whose.ts';

/** What a browser keeps, in memory. */
class Stores {
  readonly all = new Map<string, Map<string, Response>>();
  open = (name: string) => {
    const store = this.all.get(name) ?? new Map<string, Response>();
    this.all.set(name, store);
    return Promise.resolve({
      put: (path: string, response: Response) => Promise.resolve(void store.set(path, response)),
      delete: (path: string) => Promise.resolve(store.delete(path)),
    });
  };
  delete = (name: string) => Promise.resolve(this.all.delete(name));
}
let stores: Stores;
const names = () => [...(stores.all.get(KEPT)?.keys() ?? [])];
const SESSION = keptAnswer('/api/session');
const FILE = keptFile('editions/e/voice.webm');

/** Somebody who keeps a lesson here. */
async function keeping(id: string): Promise<void> {
  rememberPerson(id);
  const cache = await openKept();
  await cache.put(FILE, new Response('voice'));
  await keepSession({ id });
}
beforeEach(() => {
  stores = new Stores();
  Object.assign(globalThis, { caches: stores });
  localStorage.clear();
  forgetPerson();
});

it('what is kept opens for its owner, and for two weeks', async () => {
  await keeping('tam');
  expect(keepsHere()).toBe(true);
  expect(names()).toEqual([FILE, SESSION]);
  const until = Number(stores.all.get(KEPT)!.get(SESSION)!.headers.get(UNTIL_HEADER));
  expect(Math.abs(until - Date.now() - LONGEST_KEPT_MS)).toBeLessThan(10_000);
  expect(await keptResponse({ id: 'tam' }).json()).toEqual({ id: 'tam' });
});

it('once the server has said that nobody is signed in it stays, and is shut', async () => {
  await keeping('tam');
  await keepSession(null);
  expect(names()).toEqual([FILE]);
  await keepSession({ id: 'tam' });
  expect(names()).toEqual([FILE, SESSION]);
});

it('nothing of it is there for whoever comes next', async () => {
  await keeping('tam');
  rememberPerson('wren');
  await keepSession({ id: 'wren' });
  expect(stores.all.size).toBe(0);
  expect(keepsHere()).toBe(false);
  await keeping('wren');
  expect(names()).toEqual([FILE, SESSION]);
});

it('nor once its owner has signed out, or keeps something after somebody else did', async () => {
  await keeping('tam');
  await forgetKept();
  expect(stores.all.size).toBe(0);
  await keeping('tam');
  rememberPerson('wren');
  await openKept();
  expect(names()).toEqual([]);
});
