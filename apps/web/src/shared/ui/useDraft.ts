import { useState, type ChangeEvent } from 'react';
import { isSaidAnew } from '../api/index.ts';

interface Draft {
  readonly text: string;
  /** What stood there when writing began. */
  readonly was: string;
}

/**
 * What is written over words that others may change meanwhile: shown as it is typed until the field is left, then saved
 * with what stood there when it was begun. What could not be saved stays in the field; what somebody else said anew is
 * shown instead.
 * @param save is not asked where nothing was changed
 */
export function useDraft(value: string, save: (text: string, was: string) => Promise<unknown>) {
  const [draft, setDraft] = useState<Draft | null>(null);
  const leave = async () => {
    if (!draft) return;
    const end = () => setDraft((now) => (now === draft ? null : now && { ...now, was: draft.text }));
    if (draft.text === draft.was) return end();
    try {
      await save(draft.text, draft.was);
      end();
    } catch (failure) {
      if (isSaidAnew(failure)) end();
    }
  };
  return {
    value: draft?.text ?? value,
    onChange: ({ currentTarget }: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      const text = currentTarget.value;
      setDraft((now) => ({ text, was: now?.was ?? value }));
    },
    onBlur: () => void leave(),
  };
}
