import { startRecordStore } from './recordStore.ts';

/** The stand-in for a learning record store as a program of its own, for the demo. */
const { OAKBELL_RECORD_STORE, OAKBELL_RECORD_NAME = '', OAKBELL_RECORD_SECRET = '' } = process.env;
const port = Number(new URL(OAKBELL_RECORD_STORE ?? '').port);
const store = await startRecordStore({ port, name: OAKBELL_RECORD_NAME, secret: OAKBELL_RECORD_SECRET });
process.on('SIGTERM', () => void store.close().then(() => process.exit(0)));
