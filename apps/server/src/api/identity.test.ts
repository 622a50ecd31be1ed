import supertest from 'supertest';
import { DataSource } from 'typeorm';
import { PeopleService } from '../modules/people/index.ts';
import { startIdentityProvider, type ProviderFault, type StandInProvider } from '../standins/identityProvider.ts';
import { addSchool, startTestApp, type TestApp } from '../testing/testApp.ts';

/* Signing in by the school's own identity provider: a real one, that stands in for a school's. */
const CLIENT = { client: 'oak-bell', secret: 'a secret of both: 100 %' };
let provider: StandInProvider;
let test: TestApp;
let ids: Readonly<Record<string, string>>;
const people = () => test.app.get(PeopleService, { strict: false });
beforeAll(async () => {
  provider = await startIdentityProvider({ ...CLIENT, people: [{ name: 'Tam', mail: 'tam@skerry.example' }] });
  process.env['OAKBELL_IDENTITY_ISSUER'] = provider.issuer;
  process.env['OAKBELL_IDENTITY_CLIENT'] = CLIENT.client;
  process.env['OAKBELL_IDENTITY_SECRET'] = CLIENT.secret;
  process.env['OAKBELL_IDENTITY_NAME'] = 'a Skerry account';
  test = await startTestApp();
  ids = await addSchool(test);
  const mails = { tam: 'tam@skerry.example', wren: 'twins@skerry.example', ola: 'twins@skerry.example' };
  for (const [name, mail] of Object.entries(mails)) await people().rename(ids[name]!, { name, signInName: name, mail });
});
afterAll(async () => {
  await test.close();
  await provider.close();
});
beforeEach(() => void (provider.fault = null));

const pathOf = (address: string): string => {
  const { pathname, search } = new URL(address, 'http://127.0.0.1');
  return pathname + search;
};
/** Goes there and back as a browser does, and gives where it ends. */
async function comeIn(
  mail: string,
  { fault = null, to = '/desk' }: { fault?: ProviderFault | null; to?: string } = {},
) {
  const agent = supertest.agent(test.http);
  const begun = await agent.get('/api/identity/begin').query({ to }).expect(302);
  const asked = new URL(begun.headers['location'] as string);
  expect(asked.origin).toBe(provider.issuer);
  provider.fault = fault;
  const form = new URLSearchParams({ ...Object.fromEntries(asked.searchParams), mail });
  const chosen = await fetch(`${provider.issuer}/authorize`, { method: 'POST', body: form, redirect: 'manual' });
  const back = chosen.headers.get('location')!;
  expect(new URL(back).pathname).toBe('/api/identity/back');
  const ended = await agent.get(pathOf(back)).expect(302);
  return { agent, back, ended: ended.headers['location'] as string };
}

describe('by the school’s own sign-in', () => {
  it('somebody comes in whose address is known here, to where they wanted', async () => {
    expect((await supertest(test.http).get('/api/identity').expect(200)).body).toEqual({ name: 'a Skerry account' });
    const { agent, ended } = await comeIn('tam@skerry.example', { to: '/desk?day=1' });
    expect(ended).toBe('/desk?day=1');
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({
      id: ids['tam'],
      mustChangePassword: false,
    });
  });

  it('they are known again whatever their address has become, and nobody else by the old one', async () => {
    await test.app.get(DataSource).query("UPDATE person SET mail = 'moved@skerry.example' WHERE id = ?", [ids['tam']]);
    const { agent } = await comeIn('tam@skerry.example');
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({ id: ids['tam'] });
    await people().rename(ids['moved']!, { name: 'moved', signInName: 'moved', mail: 'tam@skerry.example' });
    const again = await comeIn('tam@skerry.example');
    expect((await again.agent.get('/api/session').expect(200)).body).toMatchObject({ id: ids['tam'] });
  });

  it('they stay known when their names are changed, and no longer when they are given another address', async () => {
    const names = { name: 'Tam O.', signInName: 'tam', mail: 'moved@skerry.example' };
    await people().rename(ids['tam']!, names);
    expect((await comeIn('tam@skerry.example')).ended).toBe('/desk');
    await people().rename(ids['moved']!, { name: 'moved', signInName: 'moved', mail: null });
    await people().rename(ids['tam']!, { ...names, mail: 'another@skerry.example' });
    expect((await comeIn('tam@skerry.example')).ended).toBe('/sign-in?trouble=not-known');
    await people().rename(ids['tam']!, { ...names, mail: 'tam@skerry.example' });
    expect((await comeIn('tam@skerry.example')).ended).toBe('/desk');
  });

  it('a first password that was never used does not keep them waiting', async () => {
    const [one] = await people().addAll([{ name: 'Noor', role: 'learner', mail: 'noor@skerry.example' }]);
    const { agent } = await comeIn('noor@skerry.example');
    expect((await agent.get('/api/session').expect(200)).body).toMatchObject({
      id: one!.id,
      mustChangePassword: false,
    });
    await agent.get('/api/desk').expect(200);
  });

  it.each<[string, string, ProviderFault | null, string]>([
    ['nobody is let in who is not known here', 'stranger@skerry.example', null, 'not-known'],
    ['nobody by an address that two have', 'twins@skerry.example', null, 'not-known'],
    ['nobody by an address that was not confirmed', 'co@skerry.example', 'unverified', 'not-known'],
    ['nobody whom it refused', 'tam@skerry.example', 'refused', 'provider-refused'],
    ['nobody by a token that somebody else signed', 'tam@skerry.example', 'wrong-key', 'provider-wrong'],
    ['nobody by a token of another visit', 'tam@skerry.example', 'wrong-nonce', 'provider-wrong'],
    ['nobody by a token for another program', 'tam@skerry.example', 'wrong-audience', 'provider-wrong'],
    ['nobody by an answer that is none', 'tam@skerry.example', 'broken', 'provider-wrong'],
    ['nobody while it does not answer', 'tam@skerry.example', 'late', 'provider-away'],
  ])('%s', async (_, mail, fault, trouble) => {
    if (mail.startsWith('co@')) await people().rename(ids['co']!, { name: 'co', signInName: 'co', mail });
    const { agent, ended } = await comeIn(mail, { fault });
    expect(ended).toBe(`/sign-in?trouble=${trouble}`);
    await agent.get('/api/session').expect(401);
  });

  it('nobody who has left', async () => {
    await people().setLeft(ids['tam']!, true);
    expect((await comeIn('tam@skerry.example')).ended).toBe('/sign-in?trouble=not-known');
    await people().setLeft(ids['tam']!, false);
  });

  it('only from the domains that the keeper has named', async () => {
    const keeper = await test.signedIn('keeper');
    const school = { name: 'Skerry Quay', timeZone: 'UTC', days: [1], holidays: [], auditDays: 90, frameHosts: [] };
    await keeper
      .put('/api/school')
      .send({ ...school, mailDomains: ['Not a domain'] })
      .expect(422);
    await keeper
      .put('/api/school')
      .send({ ...school, mailDomains: ['other.example'] })
      .expect(200);
    expect((await comeIn('tam@skerry.example')).ended).toBe('/sign-in?trouble=not-known');
    await keeper
      .put('/api/school')
      .send({ ...school, mailDomains: ['other.example', 'skerry.example'] })
      .expect(200);
    expect((await comeIn('tam@skerry.example')).ended).toBe('/desk');
  });

  it('an answer counts once, and only in the browser that asked', async () => {
    const { agent, back } = await comeIn('tam@skerry.example');
    expect((await agent.get(pathOf(back)).expect(302)).headers['location']).toBe('/sign-in?trouble=too-slow');
    expect((await supertest(test.http).get(pathOf(back)).expect(302)).headers['location']).toBe(
      '/sign-in?trouble=too-slow',
    );
  });

  it('leads nowhere but here', async () => {
    for (const to of ['https://elsewhere.example', '//elsewhere.example', '/\\elsewhere'])
      expect((await comeIn('tam@skerry.example', { to })).ended).toBe('/');
  });
});

it('while the provider is away its sign-in says so, and names and passwords go on', async () => {
  const port = Number(new URL(provider.issuer).port);
  await test.close();
  await provider.close();
  test = await startTestApp();
  await addSchool(test);
  const { headers } = await supertest(test.http).get('/api/identity/begin').expect(302);
  expect(headers['location']).toBe('/sign-in?trouble=provider-away');
  await (await test.signedIn('tam')).get('/api/session').expect(200);
  // Once it is back, it is asked again.
  provider = await startIdentityProvider({ ...CLIENT, port, people: [] });
  expect((await supertest(test.http).get('/api/identity/begin').expect(302)).headers['location']).toContain(
    provider.issuer,
  );
});
