import { startRecordStore, type RecordStore } from '../standins/recordStore.ts';

/** A real record store that stands in for a school's; a server that is started afterwards tells it what is watched. */
export async function startSchoolRecords(): Promise<RecordStore> {
  const store = await startRecordStore({ name: 'oak-bell', secret: 'a secret of tests' });
  process.env['OAKBELL_RECORD_STORE'] = store.endpoint;
  process.env['OAKBELL_RECORD_NAME'] = 'oak-bell';
  process.env['OAKBELL_RECORD_SECRET'] = 'a secret of tests';
  process.env['OAKBELL_ADDRESS'] = 'https://oak.example';
  return store;
}
