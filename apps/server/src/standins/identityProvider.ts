/*
 * A stand-in for the identity provider of a school: OpenID Connect with the authorization code and PKCE, and nothing to
 * prove. For the demo and for tests, never for a school: whoever opens it may be anybody.
 */
import { exportJWK, generateKeyPair, SignJWT } from 'jose';
import { createHash, randomBytes } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { bodyOf, escaped } from './answers.ts';

export interface ProviderPerson {
  readonly name: string;
  readonly mail: string;
}
/** How it goes wrong on purpose. `late`: no answer at the token; `wrong-key`: a token that somebody else signed. */
export type ProviderFault =
  'late' | 'wrong-key' | 'wrong-nonce' | 'wrong-audience' | 'unverified' | 'refused' | 'broken';
export interface StandInProvider {
  readonly issuer: string;
  fault: ProviderFault | null;
  readonly close: () => Promise<void>;
}
interface Given {
  readonly person: ProviderPerson;
  readonly nonce: string;
  readonly challenge: string;
  readonly redirect: string;
}
const LARGEST_BODY = 20_000;
const TOKEN_S = 300;

/** Starts it on loopback. @param port 0 for one that is free */
export async function startIdentityProvider({
  port = 0,
  client,
  secret,
  people,
}: {
  readonly port?: number;
  readonly client: string;
  readonly secret: string;
  readonly people: readonly ProviderPerson[];
}): Promise<StandInProvider> {
  const [own, foreign] = [await generateKeyPair('RS256'), await generateKeyPair('RS256')];
  const key = { ...(await exportJWK(own.publicKey)), kid: 'own', alg: 'RS256', use: 'sig' };
  const codes = new Map<string, Given>();
  const state = { fault: null as ProviderFault | null, issuer: '' };

  const answer = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    const url = new URL(request.url ?? '/', state.issuer);
    switch (`${request.method} ${url.pathname}`) {
      case 'GET /.well-known/openid-configuration':
        return json(response, {
          issuer: state.issuer,
          authorization_endpoint: `${state.issuer}/authorize`,
          token_endpoint: `${state.issuer}/token`,
          jwks_uri: `${state.issuer}/keys`,
          response_types_supported: ['code'],
          subject_types_supported: ['public'],
          id_token_signing_alg_values_supported: ['RS256'],
          code_challenge_methods_supported: ['S256'],
        });
      case 'GET /keys':
        return json(response, { keys: [key] });
      case 'GET /authorize':
        return html(response, choosePage(url.searchParams, people));
      case 'POST /authorize': {
        const form = new URLSearchParams(await bodyOf(request, LARGEST_BODY));
        const redirect = new URL(form.get('redirect_uri') ?? '');
        if (state.fault === 'refused') redirect.searchParams.set('error', 'access_denied');
        else {
          const code = randomBytes(16).toString('hex');
          const mail = form.get('mail') ?? '';
          const person = people.find((one) => one.mail === mail) ?? { name: mail, mail };
          codes.set(code, {
            ...{ person, nonce: form.get('nonce') ?? '', challenge: form.get('code_challenge') ?? '' },
            redirect: form.get('redirect_uri') ?? '',
          });
          redirect.searchParams.set('code', code);
        }
        redirect.searchParams.set('state', form.get('state') ?? '');
        response.writeHead(302, { Location: redirect.href });
        response.end();
        return;
      }
      case 'POST /token': {
        if (state.fault === 'late') return;
        if (state.fault === 'broken') return json(response, { oops: true }, 500);
        const form = new URLSearchParams(await bodyOf(request, LARGEST_BODY));
        const given = codes.get(form.get('code') ?? '');
        codes.delete(form.get('code') ?? '');
        const isKnown = isClient(request, form, { client, secret });
        const challenge = createHash('sha256')
          .update(form.get('code_verifier') ?? '')
          .digest('base64url');
        if (!given || !isKnown || challenge !== given.challenge || form.get('redirect_uri') !== given.redirect)
          return json(response, { error: 'invalid_grant' }, 400);
        const { person, nonce } = given;
        const verified = state.fault !== 'unverified';
        const token = await new SignJWT({
          ...{ name: person.name, email: person.mail, email_verified: verified },
          nonce: state.fault === 'wrong-nonce' ? 'another' : nonce,
        })
          .setProtectedHeader({ alg: 'RS256', kid: 'own' })
          .setIssuer(state.issuer)
          .setAudience(state.fault === 'wrong-audience' ? 'somebody-else' : client)
          .setSubject(createHash('sha256').update(person.mail).digest('hex'))
          .setIssuedAt()
          .setExpirationTime(`${TOKEN_S}s`)
          .sign(state.fault === 'wrong-key' ? foreign.privateKey : own.privateKey);
        return json(response, { access_token: 'none', token_type: 'Bearer', expires_in: TOKEN_S, id_token: token });
      }
      default:
        return json(response, { error: 'not_found' }, 404);
    }
  };
  const server = createServer((request, response) => {
    answer(request, response).catch((failure: unknown) => json(response, { error: String(failure) }, 400));
  });
  await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve));
  state.issuer = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    issuer: state.issuer,
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

function isClient(
  request: IncomingMessage,
  form: URLSearchParams,
  { client, secret }: { readonly client: string; readonly secret: string },
): boolean {
  if (form.get('client_id') === client && form.get('client_secret') === secret) return true;
  const [, basic = ''] = (request.headers.authorization ?? '').split(' ');
  return Buffer.from(basic, 'base64').toString() === `${encodeURIComponent(client)}:${encodeURIComponent(secret)}`;
}

function choosePage(asked: URLSearchParams, people: readonly ProviderPerson[]): string {
  const kept = ['redirect_uri', 'state', 'nonce', 'code_challenge']
    .map((name) => `<input type="hidden" name="${name}" value="${escaped(asked.get(name) ?? '')}">`)
    .join('');
  const buttons = people
    .map(
      ({ name, mail }) =>
        `<p><button name="mail" value="${escaped(mail)}">${escaped(name)}</button> ${escaped(mail)}</p>`,
    )
    .join('');
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Stand-in for a school’s sign-in</title>
<body style="font: 1rem/1.5 sans-serif; max-width: 34rem; margin: 2rem auto; padding: 0 1rem">
<h1>Who are you?</h1><p>This page stands in for a school’s own sign-in, for trying out. It asks for no password.</p>
<form method="post" action="/authorize">${kept}${buttons}</form>
<form method="post" action="/authorize">${kept}<p><label>Another mail address <input name="mail" type="email" required></label> <button>Go on</button></p></form>
</body></html>`;
}

function json(response: ServerResponse, body: object, status = 200): void {
  response.writeHead(status, { 'Content-Type': 'application/json' });
  response.end(JSON.stringify(body));
}
function html(response: ServerResponse, body: string): void {
  response.writeHead(200, { 'Content-Type': 'text/html; charset=utf-8' });
  response.end(body);
}
