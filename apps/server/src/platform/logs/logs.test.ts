import { QueryFailedError } from 'typeorm';
import { pinoHttp, type Options } from 'pino-http';
import { Writable } from 'node:stream';
import { failureFacts, logOptions, pathTold } from './index.ts';

it('a failure of the database is logged without the words of anybody', () => {
  const driver = Object.assign(new Error("Duplicate entry 'Tam Oriel' for key 'name'"), {
    code: 'ER_DUP_ENTRY',
    sql: "INSERT INTO person VALUES ('Tam Oriel')",
  });
  const failure = new QueryFailedError('INSERT INTO person VALUES (?)', ['Tam Oriel'], driver);
  for (const one of [failure, driver]) {
    expect(JSON.stringify(failureFacts(one))).not.toContain('Oriel');
    expect(failureFacts(one)).toMatchObject({ code: 'ER_DUP_ENTRY', stack: expect.stringContaining('    at ') });
  }
});

it('any other failure is told with its message and its place', () => {
  expect(failureFacts(new RangeError('there is no such page'))).toMatchObject({
    type: 'RangeError',
    message: 'there is no such page',
  });
  expect(failureFacts('words')).toEqual({ type: 'string' });
});

it('is so in what is really written down', () => {
  let written = '';
  const stream = new Writable({ write: (chunk: Buffer, _, next) => [(written += chunk.toString()), next()] });
  const { logger } = pinoHttp(logOptions('info').pinoHttp as Options, stream);
  const driver = Object.assign(new Error("Duplicate entry 'Tam Oriel'"), { code: 'ER_DUP_ENTRY' });
  logger.error({ err: new QueryFailedError('INSERT INTO person VALUES (?)', ['Tam Oriel'], driver) });
  logger.error({ err: new RangeError('there is no such page') });
  expect(written).not.toContain('Oriel');
  expect(written).not.toContain('INSERT');
  for (const kept of ['ER_DUP_ENTRY', 'there is no such page', '    at ']) expect(written).toContain(kept);
});

it.each([
  ['/api/lessons/1?words=tides', '/api/lessons/1'],
  ['/api/calendar/a-person/a-signature/due.ics', '/api/calendar/…'],
])('of the address %s a log says %s', (url, path) => {
  expect(pathTold(url)).toBe(path);
});
