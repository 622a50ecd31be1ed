import { tmpdir } from 'node:os';
import { join } from 'node:path';

const GIGABYTE = 1e9;
/** What the processes need to know from outside. Read once, at start. */
export interface Config {
  readonly port: number;
  readonly host: string;
  readonly databaseUrl: string;
  readonly redisUrl: string;
  /** Name of the queue of jobs: two installations that share a Redis need two names. */
  readonly queue: string;
  /** Folder in which media are kept. */
  readonly storage: string;
  /** Folder for what is being worked on: uploads on their way and the folders of converters. */
  readonly work: string;
  /** Signs the addresses of media; the same for every process. */
  readonly secret: string;
  /** What one person, and the whole school, may keep, in bytes. */
  readonly personBytes: number;
  readonly schoolBytes: number;
  /** A pen companion that writes nothing for so long is let go, in ms. */
  readonly companionIdleMs: number;
  /** Folder of the built web application; empty when another server gives it out. */
  readonly web: string;
  /** Whether cookies are sent over TLS only. */
  readonly secureCookies: boolean;
  /** IANA name; dates in messages and exports are in this zone. */
  readonly timeZone: string;
  /** Null where people sign in with names and passwords only. */
  readonly identity: IdentityConfig | null;
  /** Null where this server sends no mail. */
  readonly mail: MailConfig | null;
  /** Null where what is watched is told to no record store. */
  readonly records: RecordsConfig | null;
  /** Where people open Oak Bell: addresses in mail and statements begin with it. Empty where there are neither. */
  readonly address: string;
  readonly logLevel: 'silent' | 'error' | 'warn' | 'info' | 'debug';
}
/** The school's own sign-in, through OpenID Connect. */
export interface IdentityConfig {
  readonly issuer: string;
  readonly client: string;
  readonly secret: string;
  /** As people know it. */
  readonly name: string;
}
/** The server that sends mail on, through SMTP. */
export interface MailConfig {
  /** `smtp://` or `smtps://`, with name and password where it asks for them. */
  readonly server: string;
  /** Whom it comes from, as `Name <address>`. */
  readonly from: string;
}
/** A learning record store, through the Experience API. */
export interface RecordsConfig {
  /** Statements are at `statements` under it. */
  readonly endpoint: string;
  readonly name: string;
  readonly secret: string;
}
/** Injection token of the configuration. */
export const CONFIG = Symbol('config');

/** A variable is missing or wrong; the message names it. */
export class ConfigError extends Error {
  constructor(
    readonly variable: string,
    what: string,
  ) {
    super(`${variable} ${what}`);
  }
}

type Environment = Readonly<Record<string, string | undefined>>;

/** The configuration in `env`. @throws ConfigError naming the first variable that is missing or wrong. */
export function readConfig(env: Environment): Config {
  return {
    port: wholeNumber(env, 'OAKBELL_PORT', 4310, 65_535),
    host: env['OAKBELL_HOST'] ?? '127.0.0.1',
    databaseUrl: address(env, 'OAKBELL_DATABASE_URL', ['mysql:', 'mariadb:']),
    redisUrl: address(env, 'OAKBELL_REDIS_URL', ['redis:', 'rediss:']),
    queue: env['OAKBELL_QUEUE'] ?? 'oakbell',
    storage: required(env, 'OAKBELL_STORAGE'),
    work: workFolder(env),
    secret: secret(env, 'OAKBELL_SECRET'),
    personBytes: wholeNumber(env, 'OAKBELL_PERSON_GB', 20, 100_000) * GIGABYTE,
    companionIdleMs: wholeNumber(env, 'OAKBELL_COMPANION_IDLE_S', 30 * 60, 86_400) * 1000,
    schoolBytes: wholeNumber(env, 'OAKBELL_SCHOOL_GB', 2000, 1_000_000) * GIGABYTE,
    web: env['OAKBELL_WEB'] ?? '',
    secureCookies: oneOf(env, 'OAKBELL_SECURE_COOKIES', ['no', 'yes'], 'no') === 'yes',
    timeZone: timeZone(env, 'OAKBELL_TIME_ZONE'),
    identity: identity(env),
    mail: mail(env),
    records: records(env),
    address:
      env['OAKBELL_MAIL_SERVER'] || env['OAKBELL_RECORD_STORE']
        ? address(env, 'OAKBELL_ADDRESS', ['https:', 'http:'])
        : '',
    logLevel: oneOf(env, 'OAKBELL_LOG', ['silent', 'error', 'warn', 'info', 'debug'], 'info'),
  };
}

function required(env: Environment, name: string): string {
  const value = env[name];
  if (!value) throw new ConfigError(name, 'is not set');
  return value;
}

/** The folder for what is being worked on. */
export const workFolder = (env: Environment): string =>
  env['OAKBELL_WORK'] ?? join(tmpdir(), `oakbell-work-${env['OAKBELL_QUEUE'] ?? 'oakbell'}`);

const LEAST_SECRET = 32;
function secret(env: Environment, name: string): string {
  const value = required(env, name);
  if (value.length < LEAST_SECRET)
    throw new ConfigError(name, `must be at least ${LEAST_SECRET} characters that nobody can guess`);
  return value;
}

function mail(env: Environment): MailConfig | null {
  if (!env['OAKBELL_MAIL_SERVER']) return null;
  const server = address(env, 'OAKBELL_MAIL_SERVER', ['smtp:', 'smtps:']);
  return { server, from: required(env, 'OAKBELL_MAIL_FROM') };
}

/** All of it, or nothing: without TLS only on this very machine. */
function records(env: Environment): RecordsConfig | null {
  if (!env['OAKBELL_RECORD_STORE']) return null;
  const given = new URL(address(env, 'OAKBELL_RECORD_STORE', ['https:', 'http:']));
  if (given.protocol === 'http:' && given.hostname !== '127.0.0.1')
    throw new ConfigError('OAKBELL_RECORD_STORE', 'must be an address that begins with https://');
  if (!given.pathname.endsWith('/')) given.pathname += '/';
  const [name, secret] = [required(env, 'OAKBELL_RECORD_NAME'), required(env, 'OAKBELL_RECORD_SECRET')];
  return { endpoint: given.href, name, secret };
}

/** All of it, or nothing: without TLS only on this very machine. */
function identity(env: Environment): IdentityConfig | null {
  if (!env['OAKBELL_IDENTITY_ISSUER']) return null;
  const issuer = address(env, 'OAKBELL_IDENTITY_ISSUER', ['https:', 'http:']);
  const { protocol, hostname } = new URL(issuer);
  if (protocol === 'http:' && hostname !== '127.0.0.1')
    throw new ConfigError('OAKBELL_IDENTITY_ISSUER', 'must be an address that begins with https://');
  return {
    issuer,
    client: required(env, 'OAKBELL_IDENTITY_CLIENT'),
    secret: required(env, 'OAKBELL_IDENTITY_SECRET'),
    name: env['OAKBELL_IDENTITY_NAME'] ?? 'your school account',
  };
}

function wholeNumber(env: Environment, name: string, preset: number, most: number): number {
  const value = env[name] === undefined ? preset : Number(env[name]);
  if (!Number.isInteger(value) || value < 0 || value > most) {
    throw new ConfigError(name, `must be a whole number from 0 to ${most}, not "${env[name]}"`);
  }
  return value;
}

function address(env: Environment, name: string, protocols: readonly string[]): string {
  const value = required(env, name);
  if (!URL.canParse(value) || !protocols.includes(new URL(value).protocol)) {
    throw new ConfigError(name, `must be an address that begins with ${protocols.join('// or ')}//`);
  }
  return value;
}

function oneOf<T extends string>(env: Environment, name: string, values: readonly T[], preset: T): T {
  const value = env[name] ?? preset;
  if (!values.includes(value as T)) throw new ConfigError(name, `must be one of ${values.join(', ')}, not "${value}"`);
  return value as T;
}

function timeZone(env: Environment, name: string): string {
  const value = env[name] ?? 'UTC';
  try {
    new Intl.DateTimeFormat('en', { timeZone: value });
    return value;
  } catch {
    throw new ConfigError(name, `must be a time zone such as Europe/Berlin, not "${value}"`);
  }
}
