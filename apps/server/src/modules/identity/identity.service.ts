import { Inject, Injectable, Logger } from '@nestjs/common';
import { createHmac, timingSafeEqual } from 'node:crypto';
import * as oidc from 'openid-client';
import { CONFIG, type Config, type IdentityConfig } from '../../platform/config/index.ts';
import { notFound } from '../../platform/http/index.ts';
import { PeopleService, type PersonRow } from '../people/index.ts';
import { SchoolService } from '../school/index.ts';

/** Why somebody could not be let in; the sign-in page has words for each. */
export type IdentityTrouble = 'provider-away' | 'provider-wrong' | 'provider-refused' | 'not-known' | 'too-slow';
export class IdentityError extends Error {
  constructor(readonly trouble: IdentityTrouble) {
    super(trouble);
  }
}

/** What a browser carries from leaving to coming back. */
interface Journey {
  readonly state: string;
  readonly nonce: string;
  readonly verifier: string;
  /** The path that is opened afterwards. */
  readonly to: string;
  readonly until: number;
}
/** Whoever leaves to say who they are has so long to come back. */
export const JOURNEY_MS = 10 * 60_000;
/** A provider that does not answer for so long is away, in s. */
const PATIENCE_S = 8;
/** What it says of itself is asked again after this. */
const KNOWN_MS = 3_600_000;

/** Signing in by the school's own identity provider, through OpenID Connect with PKCE. */
@Injectable()
export class IdentityService {
  readonly #logger = new Logger('identity');
  #known: { readonly at: number; readonly client: Promise<oidc.Configuration> } | null = null;

  constructor(
    @Inject(CONFIG) private readonly config: Config,
    private readonly people: PeopleService,
    private readonly school: SchoolService,
  ) {}

  /** What the provider is called; null where the school has none. */
  get name(): string | null {
    return this.config.identity?.name ?? null;
  }

  /**
   * Where a browser goes to say who it is, and what it brings back. @param back the address it comes back to
   * @throws IdentityError `provider-away`; Problem `not-found` where there is no provider
   */
  async begin(back: string, to: string): Promise<{ readonly url: string; readonly journey: string }> {
    const client = await this.#client();
    const verifier = oidc.randomPKCECodeVerifier();
    const [state, nonce] = [oidc.randomState(), oidc.randomNonce()];
    const url = oidc.buildAuthorizationUrl(client, {
      ...{ redirect_uri: back, scope: 'openid email profile', state, nonce },
      code_challenge: await oidc.calculatePKCECodeChallenge(verifier),
      code_challenge_method: 'S256',
    });
    return { url: url.href, journey: this.#seal({ state, nonce, verifier, to, until: Date.now() + JOURNEY_MS }) };
  }

  /**
   * Who came back, and where they wanted to go. @param address the whole address they came back to
   * @throws IdentityError with what went wrong; nobody is let in then
   */
  async finish(address: URL, journey: string): Promise<{ readonly person: PersonRow; readonly to: string }> {
    const { state, nonce, verifier, to } = this.#open(journey);
    const client = await this.#client();
    if (address.searchParams.get('error')) throw new IdentityError('provider-refused');
    const checks = { expectedState: state, expectedNonce: nonce, pkceCodeVerifier: verifier, idTokenExpected: true };
    const tokens = await oidc.authorizationCodeGrant(client, address, checks).catch((failure: unknown) => {
      this.#logger.warn(`the identity provider's answer was not taken: ${(failure as Error).message}`);
      throw new IdentityError(isAway(failure) ? 'provider-away' : 'provider-wrong');
    });
    const claims = tokens.claims();
    if (!claims) throw new IdentityError('provider-wrong');
    const { sub, email, email_verified: verified } = claims;
    const mail = typeof email === 'string' && verified !== false ? email.toLowerCase() : null;
    if (!(await this.school.mayComeFrom(mail))) throw new IdentityError('not-known');
    const person = await this.people.byIdentity(sub, mail);
    if (!person) throw new IdentityError('not-known');
    return { person, to };
  }

  #client(): Promise<oidc.Configuration> {
    const { identity } = this.config;
    if (!identity) throw notFound('sign-in of a school');
    if (this.#known && Date.now() - this.#known.at < KNOWN_MS) return this.#known.client;
    const client = discovered(identity).catch((failure: unknown) => {
      this.#known = null;
      this.#logger.warn(`the identity provider cannot be reached: ${(failure as Error).message}`);
      throw new IdentityError('provider-away');
    });
    this.#known = { at: Date.now(), client };
    return client;
  }

  #seal(journey: Journey): string {
    const text = Buffer.from(JSON.stringify(journey)).toString('base64url');
    return `${text}.${this.#signature(text)}`;
  }

  #open(sealed: string): Journey {
    const [text = '', signature = ''] = sealed.split('.');
    const [given, right] = [Buffer.from(signature), Buffer.from(this.#signature(text))];
    if (given.length !== right.length || !timingSafeEqual(given, right)) throw new IdentityError('too-slow');
    const journey = JSON.parse(Buffer.from(text, 'base64url').toString()) as Journey;
    if (journey.until < Date.now()) throw new IdentityError('too-slow');
    return journey;
  }

  #signature(text: string): string {
    return createHmac('sha256', this.config.secret).update(`identity ${text}`).digest('base64url');
  }
}

const discovered = ({ issuer, client, secret }: IdentityConfig): Promise<oidc.Configuration> =>
  oidc.discovery(new URL(issuer), client, secret, undefined, {
    timeout: PATIENCE_S,
    // Without TLS only on this very machine: for the demo and for tests.
    execute: [
      // The signature is looked at too, not only the line that it came by.
      oidc.enableNonRepudiationChecks,
      ...(new URL(issuer).hostname === '127.0.0.1' ? [oidc.allowInsecureRequests] : []),
    ],
  });

/** Whether nobody answered, or not in time. */
const isAway = (failure: unknown): boolean => {
  const { code, name, cause } = failure as { code?: string; name?: string; cause?: { name?: string } };
  return (
    code === 'OAUTH_TIMEOUT' ||
    name === 'TimeoutError' ||
    cause?.name === 'TimeoutError' ||
    failure instanceof TypeError
  );
};
