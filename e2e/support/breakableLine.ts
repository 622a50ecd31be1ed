import { createServer, connect, type AddressInfo, type Socket } from 'node:net';

/** A line to the server that a test can cut, break in the middle of what goes through it, and slow down. */
export interface BreakableLine {
  /** Where the server is found through this line. */
  readonly url: string;
  /** Everything that is open breaks, and nothing new gets through. */
  cut(): void;
  mend(): void;
  /** Everything that is open breaks once; what is begun afterwards gets through. */
  breakOff(): void;
  /** So many bytes a second in each direction of each connection; null for as fast as it goes. */
  slow(bytesPerSecond: number | null): void;
  close(): Promise<void>;
}

const SLICE_MS = 50;

export async function breakableLine(server: string): Promise<BreakableLine> {
  const { hostname, port } = new URL(server);
  const open = new Set<Socket>();
  let [isCut, speed] = [false, null as number | null];
  const pass = (from: Socket, to: Socket) => {
    from.on('data', (chunk: Buffer) => {
      if (speed === null) return void (to.write(chunk) || (from.pause(), to.once('drain', () => from.resume())));
      from.pause();
      let at = 0;
      const slice = () => {
        if (to.destroyed) return;
        const size = speed === null ? chunk.length : Math.max(1, Math.round((speed * SLICE_MS) / 1000));
        to.write(chunk.subarray(at, at + size));
        at += size;
        if (at >= chunk.length) from.resume();
        else setTimeout(slice, SLICE_MS);
      };
      slice();
    });
    from.on('end', () => to.end());
    from.on('error', () => to.destroy());
    from.on('close', () => (open.delete(from), to.destroy()));
  };
  const breakOff = () => {
    for (const socket of open) socket.resetAndDestroy();
    open.clear();
  };
  const line = createServer((socket) => {
    if (isCut) return void socket.resetAndDestroy();
    const there = connect({ host: hostname, port: Number(port) });
    open.add(socket).add(there);
    pass(socket, there);
    pass(there, socket);
  });
  await new Promise<void>((listening) => line.listen(0, '127.0.0.1', listening));
  return {
    url: `http://127.0.0.1:${(line.address() as AddressInfo).port}`,
    cut: () => {
      isCut = true;
      breakOff();
    },
    mend: () => void (isCut = false),
    breakOff,
    slow: (bytesPerSecond) => void (speed = bytesPerSecond),
    close: () => {
      isCut = true;
      breakOff();
      return new Promise((closed) => line.close(() => closed()));
    },
  };
}

/** Numbers from 0 up to 1 that are the same for the same seed. */
export function seeded(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}
