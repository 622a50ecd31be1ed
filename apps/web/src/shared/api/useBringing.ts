import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { sendFiles } from './client.ts';

/** Files that are brought to a place of the server: how far that is, what came of it, and what was wrong. */
export function useBringing<Made>(path: string, onMade: (made: readonly Made[]) => void) {
  const [share, setShare] = useState<number | null>(null);
  const { mutate, isPending, error } = useMutation({
    mutationFn: (files: readonly File[]) => sendFiles<Made[]>('POST', path, [...files], { onProgress: setShare }),
    onSuccess: onMade,
    onSettled: () => setShare(null),
  });
  const bring = (...files: readonly (File | null)[]) => {
    const chosen = files.filter((file) => file !== null);
    if (chosen.length > 0) mutate(chosen);
  };
  /** `share`: 0…1 while it goes on, null otherwise. */
  return { bring, busy: isPending, share: isPending ? (share ?? 0) : null, failure: error };
}
