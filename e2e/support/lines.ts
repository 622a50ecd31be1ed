import type { Page } from '@playwright/test';

/** Keeps every WebSocket that pages opened from now on will open, so that a line can be cut. */
export async function keepSockets(page: Page): Promise<void> {
  await page.addInitScript(() => {
    const sockets: WebSocket[] = [];
    const construct = (real: typeof WebSocket, args: [string]) => {
      const socket = new real(...args);
      sockets.push(socket);
      return socket;
    };
    Object.assign(window, { sockets, WebSocket: new Proxy(WebSocket, { construct }) });
  });
}

/** Cuts the newest line of a page. */
export const cutLine = (page: Page): Promise<void> =>
  page.evaluate(() => (window as unknown as { sockets: WebSocket[] }).sockets.at(-1)!.close());
