import { startMailCatcher } from './mailCatcher.ts';

/** The stand-in for a school's mail server as a program of its own, for the demo. */
const { OAKBELL_MAIL_SERVER, OAKBELL_MAIL_PAGE } = process.env;
const portOf = (address: string | undefined) => Number(new URL(address ?? '').port);
const catcher = await startMailCatcher({ port: portOf(OAKBELL_MAIL_SERVER), pagePort: portOf(OAKBELL_MAIL_PAGE) });
process.on('SIGTERM', () => void catcher.close().then(() => process.exit(0)));
