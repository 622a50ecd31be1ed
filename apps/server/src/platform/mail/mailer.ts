import { Inject, Injectable, type OnApplicationShutdown } from '@nestjs/common';
import { createTransport, type Transporter } from 'nodemailer';
import { CONFIG, type Config } from '../config/index.ts';
import { Problem } from '../http/index.ts';
import { written, type Letter } from './letter.ts';

/** A mail server that says nothing for so long is away, in ms. */
const PATIENCE_MS = 10_000;
/** After a server did not answer, nothing is asked of it for so long, in ms: letters do not hang on it one by one. */
const REST_MS = 10_000;
/** Answers that mean: later, perhaps. */
const isForNow = (code: unknown): boolean => typeof code !== 'number' || code < 500;

interface Refused {
  readonly code?: string;
  readonly responseCode?: number;
}

/** It did not go out this time, and may later. */
export class MailAway extends Problem {
  constructor() {
    super(503, 'mail-away', 'The mail server does not answer, or takes no mail now. It is tried again later.');
  }
}

/** Hands mail over to the school's mail server, through SMTP. */
@Injectable()
export class Mailer implements OnApplicationShutdown {
  readonly #transport: Transporter | null;
  #restsUntil = new Date(0);

  constructor(@Inject(CONFIG) private readonly config: Config) {
    const { mail } = config;
    this.#transport =
      mail &&
      createTransport({
        ...{ url: mail.server, disableFileAccess: true, disableUrlAccess: true },
        // Servers greet slowly: letters that follow one another go over one line.
        ...{ pool: true, maxConnections: 1, maxMessages: 100 },
        ...{ connectionTimeout: PATIENCE_MS, greetingTimeout: PATIENCE_MS, socketTimeout: PATIENCE_MS },
      });
  }

  get isOn(): boolean {
    return this.#transport !== null;
  }

  /** Until when nothing is asked of the server; in the past while it answers. */
  get restsUntil(): Date {
    return this.#restsUntil;
  }

  /**
   * Sends one letter. @param key tells it from all others: one that is sent again is known for the same
   * @throws MailAway when it may go later; Problem `mail-refused` when the server will never take it, `no-mail`
   */
  async send(letter: Letter, key: string): Promise<void> {
    const { mail, address } = this.config;
    if (!this.#transport || !mail)
      throw new Problem(409, 'no-mail', 'This server was not told how to send mail. See the operations handbook.');
    const messageId = `<${key}@${new URL(address).hostname}>`;
    const headers = { 'Auto-Submitted': 'auto-generated' };
    try {
      await this.#transport.sendMail({
        ...written(letter, address),
        ...{ from: mail.from, to: { name: '', address: letter.to }, messageId, headers },
      });
    } catch (failure) {
      const { code, responseCode } = failure as Refused;
      if (code !== 'EAUTH' && responseCode === undefined) this.#restsUntil = new Date(Date.now() + REST_MS);
      if (code !== 'EAUTH' && isForNow(responseCode)) throw new MailAway();
      throw new Problem(
        502,
        'mail-refused',
        code === 'EAUTH'
          ? 'The mail server does not take the name and password that this server was told.'
          : `The mail server does not take mail for this address (${responseCode ?? 'no reason'}).`,
      );
    }
  }

  onApplicationShutdown(): void {
    this.#transport?.close();
  }
}
