import { call, client, Problem } from '../../shared/api/index.ts';
import type { Sent, WatchLine } from './watchReports.ts';

/** The way to the server that the page has. */
export const watchLine: WatchLine = {
  begin: ({ id, editionId, agoMs }) =>
    call(client.PUT('/api/watching/visits/{id}', { params: { path: { id } }, body: { editionId, agoMs } })).catch(
      failed,
    ),
  report: (id, { number, plays, position, agoMs }, keepalive) =>
    call(
      client.POST('/api/watching/visits/{id}/reports', {
        params: { path: { id } },
        body: { number, plays: [...plays], position, agoMs },
        keepalive,
      }),
    ).then(() => 'counted', failed),
};

/** Not there now, or signed out meanwhile: it is sent again. What the server refuses is not. */
function failed(failure: unknown): Exclude<Sent, 'counted'> {
  if (!(failure instanceof Problem)) throw failure;
  const { status, message } = failure;
  return status === 0 || status >= 500 || [401, 409, 429].includes(status) ? 'away' : { refused: message };
}
