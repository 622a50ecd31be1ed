import { Text } from '@mantine/core';
import { useSyncExternalStore } from 'react';
import { clockText } from '../../shared/ui/index.ts';
import type { OpenSheet } from './openSheet.ts';
import type { SheetState } from './sheetSender.ts';

/** Whether what is written is at the school, in words. */
export function SavedNote({ open, savedAt }: { readonly open: OpenSheet; readonly savedAt: string | null }) {
  const state = useSyncExternalStore(open.subscribe, open.state);
  return (
    <Text size="sm" role="status" c={state.kind === 'refused' ? 'var(--ob-ember-bright)' : undefined}>
      {wordsOf(state, savedAt)}
    </Text>
  );
}

function wordsOf(state: SheetState, savedAt: string | null): string {
  switch (state.kind) {
    case 'nothing-new':
      return savedAt === null ? 'Saved as you write' : `Saved ${clockText(new Date(savedAt))}`;
    case 'saving':
      return 'Saving';
    case 'saved':
      return `Saved ${clockText(state.at)}`;
    case 'away':
      return state.kept
        ? 'No line to the school. What you write is kept here and sent later.'
        : 'No line to the school, and no room in this browser: leave this page open until it is saved.';
    case 'refused':
      return state.why;
  }
}
