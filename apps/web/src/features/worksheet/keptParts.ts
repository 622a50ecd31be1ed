import { browserShelf, call, client, ownName, Problem, WRITTEN_HERE } from '../../shared/api/index.ts';
import { browserParts, type KeptPart, type PartStore } from './sheetParts.ts';
import type { PartAnswer, SendPart } from './sheetSender.ts';

/** The way to the school that the page has. */
export const sendPart: SendPart = ({ assignment: id, visit, number, events }) =>
  call(
    client.POST('/api/assignments/{id}/sheet/parts', { params: { path: { id } }, body: { visit, number, events } }),
  ).then(() => 'saved' as const, failed);

function failed(failure: unknown): Exclude<PartAnswer, 'saved'> {
  if (!(failure instanceof Problem)) throw failure;
  const { status, message } = failure;
  return status === 0 || status >= 500 || [401, 429].includes(status) ? 'away' : { refused: message };
}

const lockOf = (visit: string): string => `oakbell.sheet.${visit}`;

/** Whoever writes on a sheet has it to themselves: nobody else sends its parts meanwhile. Resolves when `until` does. */
export const holdVisit = (visit: string, until: Promise<void>): void =>
  void navigator.locks.request(lockOf(visit), () => until).catch(() => undefined);

/** Says that something may wait here: whoever sees it looks, and loads nothing where it is not. */
export const noteSheet = (): void => void browserShelf.write(ownName(WRITTEN_HERE), 'yes');

/**
 * Sends what was written here before and has not arrived, but for what is being written in another tab; of one assignment
 * where it is named. Gives the words of the school for what it refused, which is kept no longer.
 */
export async function sendKeptParts(
  assignment?: string,
  { store = browserParts(), send = sendPart }: { readonly store?: PartStore; readonly send?: SendPart } = {},
): Promise<readonly string[]> {
  const kept = (await store.all()).filter((part) => assignment === undefined || part.assignment === assignment);
  const refused = new Set<string>();
  for (const visit of new Set(kept.map((part) => part.visit)))
    await navigator.locks.request(lockOf(visit), { ifAvailable: true }, async (mine) => {
      const parts = kept.filter((part) => part.visit === visit);
      if (mine) await sendAll(parts, { store, send, refused });
    });
  if (assignment === undefined && (await store.all()).length === 0) browserShelf.remove(ownName(WRITTEN_HERE));
  return [...refused];
}

async function sendAll(
  parts: readonly KeptPart[],
  { store, send, refused }: { readonly store: PartStore; readonly send: SendPart; readonly refused: Set<string> },
): Promise<void> {
  for (const part of parts) {
    const answer = await send(part);
    if (answer === 'away') return;
    if (answer !== 'saved') refused.add(answer.refused);
    await store.forget(part);
  }
}
