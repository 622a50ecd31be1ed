/*
 * A stand-in for a learning record store: it takes xAPI statements (Experience API 1.0.3), gives them back, and shows them
 * on a page. For the demo and for tests, never for a school: whoever opens the page reads all of them.
 */
import { createHash, randomUUID, timingSafeEqual } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { isDeepStrictEqual } from 'node:util';
import { bodyOf, escaped } from './answers.ts';

export interface Statement {
  readonly id: string;
  readonly actor: { readonly account?: { readonly name: string }; readonly mbox?: string };
  readonly verb: { readonly id: string; readonly display?: Readonly<Record<string, string>> };
  readonly object: { readonly id: string };
  readonly stored?: string;
  readonly [more: string]: unknown;
}
/** How it goes wrong on purpose. */
export type StoreFault = 'busy' | 'refuses' | 'hangs';
export interface RecordStore {
  /** The endpoint: statements are at `statements` under it. */
  readonly endpoint: string;
  /** The latest first. */
  readonly statements: readonly Statement[];
  fault: StoreFault | null;
  readonly close: () => Promise<void>;
}
const VERSION = '1.0.3';
/** So many statements are kept; the oldest goes first. */
const MOST_STATEMENTS = 5000;
const LARGEST_BODY = 2_000_000;
const UUID = /^[\da-f]{8}-[\da-f]{4}-[1-5][\da-f]{3}-[89ab][\da-f]{3}-[\da-f]{12}$/i;

/** Starts it on loopback. @param port 0 for one that is free @param name who may write, with their secret */
export async function startRecordStore({
  port = 0,
  name,
  secret,
}: {
  readonly port?: number;
  readonly name: string;
  readonly secret: string;
}): Promise<RecordStore> {
  const kept: Statement[] = [];
  const state = { fault: null as StoreFault | null };
  const take = (given: readonly unknown[]): { readonly status: number; readonly body: unknown } => {
    const wrong = given.findIndex((one) => !isStatement(one));
    if (wrong >= 0) return { status: 400, body: { error: `statement ${wrong} is not whole` } };
    const made = (given as Statement[]).map((one) => ({ ...one, id: one.id ?? randomUUID() }));
    // A statement is never changed: the same one again is the same, another under its id is refused.
    if (made.some((one) => kept.some((there) => there.id === one.id && !isDeepStrictEqual(plain(there), plain(one)))))
      return { status: 409, body: { error: 'another statement has this id' } };
    const stored = new Date().toISOString();
    for (const one of made) if (!kept.some(({ id }) => id === one.id)) kept.unshift({ ...one, stored });
    kept.splice(MOST_STATEMENTS);
    return { status: 200, body: made.map(({ id }) => id) };
  };
  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', 'http://127.0.0.1');
    if (request.method === 'GET' && url.pathname === '/')
      return send(response, 200, pageOf(kept), 'text/html; charset=utf-8');
    if (state.fault === 'hangs') return;
    if (state.fault === 'busy') return send(response, 503, { error: 'busy' });
    if (url.pathname === '/xapi/about') return send(response, 200, { version: [VERSION] });
    if (url.pathname !== '/xapi/statements') return send(response, 404, { error: 'not found' });
    if (!isAllowed(request, name, secret) || state.fault === 'refuses')
      return send(response, 401, { error: 'not allowed' });
    if (!String(request.headers['x-experience-api-version'] ?? '').startsWith('1.0'))
      return send(response, 400, { error: 'X-Experience-API-Version is missing' });
    if (request.method === 'GET') {
      const id = url.searchParams.get('statementId');
      if (id === null) return send(response, 200, { statements: kept.slice(0, 100), more: '' });
      const found = kept.find((one) => one.id === id);
      return found ? send(response, 200, found) : send(response, 404, { error: 'not found' });
    }
    const body: unknown = JSON.parse(await bodyOf(request, LARGEST_BODY));
    if (request.method === 'POST') {
      const { status, body: told } = take(Array.isArray(body) ? body : [body]);
      return send(response, status, told);
    }
    const id = url.searchParams.get('statementId') ?? '';
    const { status, body: told } = take([{ ...(body as object), id }]);
    return status === 200 ? send(response, 204, null) : send(response, status, told);
  };
  const server = createServer((request, response) => {
    answer(request, response).catch(() => send(response, 400, { error: 'not understood' }));
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  return {
    endpoint: `http://127.0.0.1:${(server.address() as AddressInfo).port}/xapi/`,
    statements: kept,
    get fault() {
      return state.fault;
    },
    set fault(fault) {
      state.fault = fault;
    },
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;
function isStatement(value: unknown): boolean {
  if (!isRecord(value)) return false;
  const { id, actor, verb, object } = value;
  const isId = id === undefined || (typeof id === 'string' && UUID.test(id));
  const isActor = isRecord(actor) && ['account', 'mbox', 'mbox_sha1sum', 'openid'].some((name) => name in actor);
  return isId && isActor && [verb, object].every((one) => isRecord(one) && URL.canParse(String(one['id'])));
}
/** What a statement says, without when it was stored. */
const plain = ({ stored: _, ...said }: Statement): object => said;

function isAllowed(request: IncomingMessage, name: string, secret: string): boolean {
  const [kind, given = ''] = (request.headers.authorization ?? '').split(' ');
  const digest = (text: string) => createHash('sha256').update(text).digest();
  return (
    kind === 'Basic' && timingSafeEqual(digest(Buffer.from(given, 'base64').toString()), digest(`${name}:${secret}`))
  );
}

function send(response: ServerResponse, status: number, body: unknown, type = 'application/json'): void {
  response.writeHead(status, { 'Content-Type': type, 'X-Experience-API-Version': VERSION });
  response.end(body === null ? undefined : typeof body === 'string' ? body : JSON.stringify(body));
}

function pageOf(statements: readonly Statement[]): string {
  const row = ({ actor, verb, object, stored }: Statement) =>
    `<tr><td>${escaped(actor.account?.name ?? actor.mbox ?? '')}</td><td>${escaped(verb.display?.['en'] ?? verb.id)}</td><td>${escaped(object.id)}</td><td>${escaped(stored ?? '')}</td></tr>`;
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Record store of the demo school</title>
<body style="font: 1rem/1.5 sans-serif; max-width: 64rem; margin: 2rem auto; padding: 0 1rem">
<h1>Statements</h1><p>This page stands in for a learning record store, for trying out. Load it anew to see what came since.</p>
${statements.length === 0 ? '<p>Nothing has come yet.</p>' : `<table><thead><tr><th>Who</th><th>Did</th><th>What</th><th>Stored</th></tr></thead><tbody>${statements.map(row).join('')}</tbody></table>`}
</body></html>`;
}
