import { expect, test } from '@playwright/test';
import { randomUUID } from 'node:crypto';
import type { AddressInfo, Socket } from 'node:net';
import { createConnection, type Connection } from 'mysql2/promise';
import { SMTPServer } from 'smtp-server';
import { insertRows } from '../apps/server/src/platform/database/bulk.ts';
import { giveMany, type Run } from '../apps/server/src/testing/manyRows.ts';
import { startedBy, type Started } from '../e2e/support/ownSchool.ts';
import { measured } from './measure.ts';

const LETTERS = 10_000;
const IN_A_ROW = 500;

/** How a mail server fails: it is busy, it takes calls and says nothing, or it is killed with all that is on its way. */
type Fault = 'busy' | 'hangs' | 'killed';
/** After so many letters were taken, one fault after another, each for so long, in ms. */
const FAULTS: readonly (readonly [after: number, fault: Fault, forMs: number])[] = [
  ...([
    [1000, 'busy', 5000],
    [2500, 'hangs', 25_000],
    [4000, 'killed', 15_000],
    [5500, 'busy', 5000],
    [7000, 'killed', 5000],
    [8500, 'hangs', 25_000],
  ] as const),
];

/** A mail server that fails when it is told to. What it said it took is kept by name. */
class School {
  readonly taken: { readonly id: string; readonly to: string }[] = [];
  readonly #sockets = new Set<Socket>();
  #fault: Fault | null = null;
  #server: SMTPServer;
  port = 0;

  constructor() {
    this.#server = this.#made();
  }

  #made(): SMTPServer {
    const server = new SMTPServer({
      ...{ authOptional: true, disabledCommands: ['STARTTLS'], logger: false, closeTimeout: 10 },
      onConnect: (_, done) => {
        if (this.#fault !== 'hangs') done();
      },
      onMailFrom: (_, __, done) => {
        if (this.#fault !== 'hangs') done();
      },
      onRcptTo: (_, __, done) =>
        done(this.#fault === 'busy' ? Object.assign(new Error(), { responseCode: 451 }) : null),
      onData: (stream, session, done) => {
        let text = '';
        stream.on('data', (bytes: Buffer) => (text += bytes.toString()));
        stream.on('end', () => {
          if (this.#fault === 'hangs' || this.#fault === 'killed') return;
          const [, id = ''] = /^Message-ID: (\S+)/im.exec(text) ?? [];
          this.taken.push({ id, to: session.envelope.rcptTo[0]?.address ?? '' });
          done();
        });
      },
    });
    server.on('error', () => undefined);
    server.server.on('connection', (socket: Socket) => {
      this.#sockets.add(socket);
      socket.on('close', () => this.#sockets.delete(socket));
    });
    return server;
  }

  async listen(): Promise<void> {
    await new Promise<void>((resolve) => this.#server.listen(this.port, '127.0.0.1', resolve));
    this.port = (this.#server.server.address() as AddressInfo).port;
  }

  async fail(fault: Fault, forMs: number): Promise<void> {
    this.#fault = fault;
    if (fault === 'killed') await this.close();
    await new Promise((resolve) => setTimeout(resolve, forMs));
    this.#fault = null;
    if (fault !== 'killed') return;
    this.#server = this.#made();
    await this.listen();
  }

  async close(): Promise<void> {
    const closed = new Promise<void>((resolve) => this.#server.close(() => resolve()));
    for (const socket of this.#sockets) socket.destroy();
    await closed;
  }
}

/** A class of so many who were given something, and whose time for a letter has come. */
async function fillSchool(connection: Connection): Promise<void> {
  const run: Run = async (sql, values) => (await connection.query(sql, [...values]))[0];
  const asked = { query: (sql: string, values?: readonly unknown[]) => run(sql, values ?? []) };
  const now = new Date();
  const [teacherId, classId] = [randomUUID(), randomUUID()];
  const learners = Array.from({ length: LETTERS }, () => randomUUID());
  const people = [[teacherId, 'teacher'] as const, ...learners.map((id) => [id, 'learner'] as const)];
  await insertRows(
    asked,
    { table: 'person', columns: ['id', 'signInName', 'name', 'role', 'passwordHash', 'mail', 'createdAt'] },
    people.map(([id, role]) => [id, id, 'Somebody', role, '', role === 'learner' ? `${id}@skerry.example` : null, now]),
  );
  await run('INSERT INTO school_class (id, name, course) VALUES (?, ?, ?)', [classId, '10a', '']);
  await insertRows(
    asked,
    { table: 'membership', columns: ['classId', 'personId', 'part'] },
    people.map(([id, role]) => [classId, id, role]),
  );
  await giveMany(run, { teacherId, learnerId: learners[0]!, classId }, 1);
  const [past, later] = [new Date(now.getTime() - 86_400_000), (now.getUTCHours() * 60 + 720) % 1440];
  for (let i = 0; i < LETTERS; i += IN_A_ROW)
    await insertRows(
      asked,
      {
        table: 'news_reader',
        columns: ['personId', 'way', 'kinds', 'dailyAt', 'quietFrom', 'quietUntil', 'since', 'nextAt', 'seenAt'],
      },
      learners.slice(i, i + IN_A_ROW).map((id) => [id, 'daily', '["given"]', later, 0, 0, past, past, past]),
    );
}

const letters = async (connection: Connection, states: readonly string[]): Promise<number> => {
  const [rows] = await connection.query("SELECT COUNT(*) AS n FROM job WHERE kind = 'mail' AND state IN (?)", [states]);
  return (rows as { n: number }[])[0]!.n;
};

test('ten thousand letters through a mail server that is busy, hangs and is killed in between', async () => {
  test.setTimeout(2_400_000);
  const server = new School();
  await server.listen();
  const database = new URL(process.env['OAKBELL_DATABASE_URL']!);
  database.pathname = `/mail_${randomUUID().replaceAll('-', '')}`;
  const variables = {
    OAKBELL_DATABASE_URL: database.href,
    OAKBELL_MAIL_SERVER: `smtp://127.0.0.1:${server.port}`,
    OAKBELL_MAIL_FROM: 'Oak Bell <oak-bell@skerry.example>',
    OAKBELL_ADDRESS: 'https://oak.example',
  };
  const school: Started = await startedBy('start', ['--name', 'bench-mail'], variables);
  const connection = await createConnection(database.href);
  try {
    await fillSchool(connection);
    const begun = performance.now();
    for (const [after, fault, forMs] of FAULTS) {
      await expect.poll(() => server.taken.length, { timeout: 600_000 }).toBeGreaterThan(after);
      await server.fail(fault, forMs);
      // Whoever keeps the school does not wait for the hour at which they are tried again.
      await connection.query("UPDATE job SET notBefore = NULL WHERE kind = 'mail' AND state = 'waiting'");
    }
    await expect.poll(() => letters(connection, ['done', 'failed']), { timeout: 900_000 }).toBe(LETTERS);
    const [to, names] = [new Map<string, Set<string>>(), new Set(server.taken.map(({ id }) => id))];
    for (const one of server.taken) to.set(one.to, (to.get(one.to) ?? new Set()).add(one.id));
    const doubled = [...to.values()].reduce((sum, ids) => sum + ids.size - 1, 0) + server.taken.length - names.size;
    console.log(`  ${LETTERS} letters in ${Math.round((performance.now() - begun) / 1000)} s, ${FAULTS.length} faults`);
    console.log(`  ${doubled} doubled, ${LETTERS - to.size} lost, ${await letters(connection, ['failed'])} given up`);
    measured('mail.once', doubled + LETTERS - to.size, 'doubled, lost', '≤ 0');
  } finally {
    await connection.query(`DROP DATABASE ${database.pathname.slice(1)}`);
    await connection.end();
    await school.end();
    await server.close();
  }
});
