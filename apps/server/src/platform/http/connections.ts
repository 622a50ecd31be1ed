import type { Server } from 'node:http';
import type { Duplex } from 'node:stream';

/**
 * So long an idle connection is kept, in ms: longer than browsers' pauses and than proxies keep theirs (a minute is
 * usual). Whoever closes first may meet a request on its way, and a request that is not safe to repeat is then lost.
 */
export const IDLE_CONNECTION_MS = 75_000;

/** How connections of people and proxies are kept. */
export function keepConnections(server: Server): void {
  server.keepAliveTimeout = IDLE_CONNECTION_MS;
  listenForErrors(server);
}

/**
 * From the moment a connection asks to be upgraded nobody listens for its errors: a reset in between would end the
 * process. Whoever answers it comes after this.
 */
function listenForErrors(server: Server): void {
  const listen = (_: unknown, socket: Duplex) => socket.on('error', () => socket.destroy());
  server.prependListener('upgrade', listen);
  server.prependListener('connect', listen);
}
