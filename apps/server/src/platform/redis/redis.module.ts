import { Global, Inject, Injectable, Logger, Module, type OnApplicationShutdown } from '@nestjs/common';
import { Redis } from 'ioredis';
import { CONFIG, type Config } from '../config/index.ts';

/** Injection token of the connection for short commands: it gives up quickly rather than make anyone wait. */
export const REDIS = Symbol('redis');

/** A command that was not answered within so long counts as failed, in ms. */
const PATIENCE_MS = 3000;

const connect = ({ redisUrl }: Config, logger: Logger, options: object): Redis => {
  const redis = new Redis(redisUrl, { retryStrategy: (tries) => Math.min(2000, tries * 100), ...options });
  redis.on('error', (failure: Error) => logger.warn(`Redis cannot be reached: ${failure.message}`));
  return redis;
};

type Listener = (message: unknown) => void;

/** Tells every process of this installation what happened. What is said while Redis is away is not heard. */
@Injectable()
export class Bus implements OnApplicationShutdown {
  readonly #logger = new Logger('bus');
  readonly #listeners = new Map<string, Set<Listener>>();
  readonly #hearing: Redis;
  readonly #prefix: string;
  #ended = false;

  constructor(
    @Inject(CONFIG) config: Config,
    @Inject(REDIS) private readonly speaking: Redis,
  ) {
    this.#prefix = `${config.queue}:`;
    // No check whether Redis is ready: where it comes after the first topic, it ends the connection, and all topics with it.
    // Topics are taken up again by us: its own way of doing that leaves an answer that nobody waits for, and a process that
    // ends meanwhile breaks on it.
    const how = { maxRetriesPerRequest: null, enableReadyCheck: false, autoResubscribe: false };
    this.#hearing = connect(config, this.#logger, how);
    this.#hearing.on('message', (channel: string, text: string) => this.#hear(channel, text));
    this.#hearing.on('ready', () => {
      this.#takeUp([...this.#listeners.keys()]).catch((failure: unknown) => this.#logger.error(failure));
    });
  }

  /** Hears what is said on a topic, from any process, this one too. Resolves to how to stop, once it really hears. */
  async on(topic: string, listener: Listener): Promise<() => Promise<void>> {
    const channel = this.#prefix + topic;
    const there = this.#listeners.get(channel) ?? new Set<Listener>();
    this.#listeners.set(channel, there);
    there.add(listener);
    if (there.size === 1) await this.#takeUp([channel]);
    return async () => {
      there.delete(listener);
      if (there.size > 0 || this.#listeners.get(channel) !== there) return;
      this.#listeners.delete(channel);
      await this.#hearing.unsubscribe(channel).catch(() => undefined);
    };
  }

  /** @throws Error while Redis is away */
  async say(topic: string, message: unknown): Promise<void> {
    await this.speaking.publish(this.#prefix + topic, JSON.stringify(message));
  }

  async onApplicationShutdown(): Promise<void> {
    this.#ended = true;
    this.#hearing.disconnect();
    this.speaking.disconnect();
    await Promise.resolve();
  }

  /** Resolves once Redis tells of these; or when this process ends, which waits for nothing any more. */
  async #takeUp(channels: readonly string[]): Promise<void> {
    if (channels.length === 0) return;
    await this.#hearing.subscribe(...channels).catch((failure: unknown) => {
      if (!this.#ended) throw failure;
    });
  }

  #hear(channel: string, text: string): void {
    const message: unknown = JSON.parse(text);
    for (const listener of this.#listeners.get(channel) ?? []) listener(message);
  }
}

@Global()
@Module({
  providers: [
    {
      provide: REDIS,
      inject: [CONFIG],
      useFactory: (config: Config) =>
        connect(config, new Logger('redis'), {
          maxRetriesPerRequest: 1,
          commandTimeout: PATIENCE_MS,
          // What many requests ask of Redis in one turn travels together.
          enableAutoPipelining: true,
        }),
    },
    Bus,
  ],
  exports: [REDIS, Bus],
})
export class RedisModule {}
