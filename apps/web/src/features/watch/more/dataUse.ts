import { useState } from 'react';
import { browserShelf, ownName } from '../../../shared/api/index.ts';

/** How much of a lesson is fetched on this device: all of it; pages and voice; the voice alone. */
export const DATA_USES = ['all', 'no-films', 'sound'] as const;
export type DataUse = (typeof DATA_USES)[number];

/** What this person has chosen on this device. */
export function dataUseKept(): DataUse {
  const kept = browserShelf.read(ownName('data'));
  return DATA_USES.find((one) => one === kept) ?? 'all';
}

export function useDataUse(): readonly [DataUse, (use: DataUse) => void] {
  const [use, setUse] = useState(dataUseKept);
  const choose = (next: DataUse) => {
    browserShelf.write(ownName('data'), next);
    setUse(next);
  };
  return [use, choose];
}
