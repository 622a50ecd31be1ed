import { startMailCatcher, type MailCatcher } from '../standins/mailCatcher.ts';

/** A real mail server that stands in for a school's; a server that is started afterwards sends its mail there. */
export async function startSchoolMail(): Promise<MailCatcher> {
  const catcher = await startMailCatcher();
  process.env['OAKBELL_MAIL_SERVER'] = catcher.server;
  process.env['OAKBELL_MAIL_FROM'] = 'Oak Bell <oak-bell@skerry.example>';
  process.env['OAKBELL_ADDRESS'] = 'https://oak.example';
  return catcher;
}
