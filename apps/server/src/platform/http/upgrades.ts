import type { Server } from 'node:http';
import type { Duplex } from 'node:stream';

/**
 * From the moment a connection asks to be upgraded nobody listens for its errors: a reset in between would end the
 * process. Whoever answers it comes after this.
 */
export function listenForErrors(server: Server): void {
  const listen = (_: unknown, socket: Duplex) => socket.on('error', () => socket.destroy());
  server.prependListener('upgrade', listen);
  server.prependListener('connect', listen);
}
