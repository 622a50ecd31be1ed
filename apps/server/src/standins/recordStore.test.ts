import { startRecordStore, type RecordStore } from './recordStore.ts';

const KEY = { name: 'oak-bell', secret: 'of both' };
let store: RecordStore;
beforeAll(async () => {
  store = await startRecordStore(KEY);
});
afterAll(() => store.close());
afterEach(() => void (store.fault = null));

const played = {
  id: '6690e6c9-3ef0-4ed3-8b37-7f3964730bee',
  actor: { account: { homePage: 'https://oak.example', name: 'tam' } },
  verb: { id: 'https://w3id.org/xapi/video/verbs/played', display: { en: 'played' } },
  object: { id: 'https://oak.example/lessons/1' },
};
const ask = (method: string, path: string, body?: unknown, headers: Record<string, string> = {}) =>
  fetch(new URL(path, store.endpoint), {
    method,
    headers: {
      'Content-Type': 'application/json',
      'X-Experience-API-Version': '1.0.3',
      Authorization: `Basic ${Buffer.from(`${KEY.name}:${KEY.secret}`).toString('base64')}`,
      ...headers,
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

describe('the stand-in for a record store', () => {
  it('keeps a statement once, gives it back, and never changes it', async () => {
    const sent = await ask('POST', 'statements', [played]);
    expect([sent.status, await sent.json()]).toEqual([200, [played.id]]);
    expect((await ask('PUT', `statements?statementId=${played.id}`, played)).status).toBe(204);
    expect(
      (await ask('POST', 'statements', { ...played, object: { id: 'https://oak.example/lessons/2' } })).status,
    ).toBe(409);
    const given = await (await ask('GET', `statements?statementId=${played.id}`)).json();
    expect(given).toMatchObject({ ...played, stored: expect.any(String) as string });
    expect(store.statements).toHaveLength(1);
    expect(await (await fetch(new URL('/', store.endpoint))).text()).toContain('<td>tam</td><td>played</td>');
  });
  it('takes many whole or none, and says which is not a statement', async () => {
    const before = store.statements.length;
    const without = { ...played, id: undefined };
    const refused = await ask('POST', 'statements', [without, { ...without, verb: { id: 'played' } }]);
    expect([refused.status, await refused.json()]).toEqual([400, { error: 'statement 1 is not whole' }]);
    expect(store.statements).toHaveLength(before);
    expect((await ask('POST', 'statements', [without, without])).status).toBe(200);
    expect(store.statements).toHaveLength(before + 2);
  });
  it('takes nothing from whoever has not the key, or speaks another version', async () => {
    expect((await ask('POST', 'statements', played, { Authorization: 'Basic eDp5' })).status).toBe(401);
    expect((await ask('POST', 'statements', played, { 'X-Experience-API-Version': '2.0.0' })).status).toBe(400);
    expect((await ask('GET', 'about')).status).toBe(200);
  });
  it('is busy when it is told to be', async () => {
    store.fault = 'busy';
    expect((await ask('POST', 'statements', played)).status).toBe(503);
  });
});
