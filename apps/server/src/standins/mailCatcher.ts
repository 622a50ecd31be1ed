/*
 * A stand-in for the mail server of a school: it takes every mail, sends none on, and shows them on a page. For the demo
 * and for tests, never for a school: whoever opens the page reads all of them.
 */
import { simpleParser } from 'mailparser';
import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { SMTPServer } from 'smtp-server';
import { escaped } from './answers.ts';

export interface CaughtMail {
  readonly id: string;
  readonly at: string;
  readonly from: string;
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}
/** How it goes wrong on purpose. `hangs`: it never greets, and says nothing more to whoever it greeted; `busy`: later, perhaps; `refuses`: never; `late`: it takes the mail and does not say so. */
export type MailFault = 'hangs' | 'busy' | 'refuses' | 'late';
export interface MailCatcher {
  /** `smtp://` address. */
  readonly server: string;
  /** Where the mails can be read. */
  readonly page: string;
  /** The latest first. */
  readonly mails: readonly CaughtMail[];
  fault: MailFault | null;
  readonly close: () => Promise<void>;
}
/** So many mails are kept; the oldest goes first. */
const MOST_MAILS = 300;
const LARGEST_MAIL = 1_000_000;

/** Starts it on loopback. @param port for mail, 0 for one that is free @param pagePort for the page, likewise */
export async function startMailCatcher({
  port = 0,
  pagePort = 0,
}: { readonly port?: number; readonly pagePort?: number } = {}): Promise<MailCatcher> {
  const mails: CaughtMail[] = [];
  const state = { fault: null as MailFault | null };
  const refusal = (responseCode: number) =>
    Object.assign(new Error('No mail is taken for this address'), { responseCode });
  const smtp = new SMTPServer({
    ...{ authOptional: true, disabledCommands: ['STARTTLS'], size: LARGEST_MAIL, logger: false, closeTimeout: 100 },
    onConnect(_, done) {
      if (state.fault !== 'hangs') done();
    },
    onMailFrom(_, __, done) {
      if (state.fault !== 'hangs') done();
    },
    onRcptTo(_, __, done) {
      if (state.fault === 'busy') done(refusal(451));
      else if (state.fault === 'refuses') done(refusal(550));
      else done();
    },
    onData(stream, _, done) {
      simpleParser(stream).then(
        ({ messageId, date, from, to, subject, text }) => {
          const whom = [to ?? []].flat().map((one) => one.text);
          const id = messageId ?? '';
          // One that is sent again under its name is the same mail.
          if (!mails.some((one) => one.id === id))
            mails.unshift({
              ...{ id, at: (date ?? new Date()).toISOString(), from: from?.text ?? '', to: whom.join(', ') },
              ...{ subject: subject ?? '', text: text ?? '' },
            });
          mails.splice(MOST_MAILS);
          if (state.fault !== 'late') done();
        },
        (failure: unknown) => done(failure as Error),
      );
    },
  });
  smtp.on('error', () => undefined);
  const page = createServer((request, response) => {
    if (request.url === '/mails.json') answer(response, 'application/json', JSON.stringify(mails));
    else if (request.url === '/') answer(response, 'text/html; charset=utf-8', pageOf(mails));
    else answer(response, 'text/plain', 'There is nothing here.', 404);
  });
  await new Promise<void>((resolve) => smtp.listen(port, '127.0.0.1', resolve));
  await new Promise<void>((resolve) => page.listen(pagePort, '127.0.0.1', resolve));
  const portOf = (address: AddressInfo | string | null) => (address as AddressInfo).port;
  return {
    server: `smtp://127.0.0.1:${portOf(smtp.server.address())}`,
    page: `http://127.0.0.1:${portOf(page.address())}`,
    mails,
    get fault() {
      return state.fault;
    },
    set fault(fault) {
      state.fault = fault;
    },
    close: async () => {
      await new Promise<void>((resolve) => smtp.close(() => resolve()));
      await new Promise<void>((resolve) => {
        page.close(() => resolve());
        page.closeAllConnections();
      });
    },
  };
}

function answer(response: ServerResponse, type: string, body: string, status = 200): void {
  response.writeHead(status, {
    'Content-Type': type,
    'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'",
  });
  response.end(body);
}

const linked = (text: string): string =>
  escaped(text).replaceAll(/https?:\/\/[^\s<]+/g, (href) => `<a href="${href}">${href}</a>`);

function pageOf(mails: readonly CaughtMail[]): string {
  const one = ({ at, from, to, subject, text }: CaughtMail) => `<article>
<h2>${escaped(subject)}</h2><p>To ${escaped(to)}, from ${escaped(from)}, ${escaped(at)}</p>
<p style="white-space: pre-wrap; overflow-wrap: anywhere">${linked(text)}</p></article><hr>`;
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Mail of the demo school</title>
<body style="font: 1rem/1.5 sans-serif; max-width: 44rem; margin: 2rem auto; padding: 0 1rem">
<h1>Mail</h1><p>This page stands in for everybody’s mailbox, for trying out. Nothing is sent on. Load it anew to see what came since.</p>
${mails.length === 0 ? '<p>Nothing has come yet.</p>' : mails.map(one).join('\n')}
</body></html>`;
}
