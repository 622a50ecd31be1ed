import type { IncomingMessage } from 'node:http';

/* What the small servers that stand in for a school's others have in common. */

/** A letter that is no markup. */
export const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('"', '&quot;');

/** What came with a request. @throws Error past `largest` letters */
export async function bodyOf(request: IncomingMessage, largest: number): Promise<string> {
  let body = '';
  for await (const chunk of request.setEncoding('utf8')) {
    body += String(chunk);
    if (body.length > largest) throw new Error('too large');
  }
  return body;
}
