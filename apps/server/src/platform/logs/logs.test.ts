import { QueryFailedError } from 'typeorm';
import { failureFacts } from './index.ts';

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
