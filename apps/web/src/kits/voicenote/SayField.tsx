import { Textarea } from '@mantine/core';
import type { useVoiceNote } from './useVoiceNote.ts';
import { VoiceNote } from './VoiceNote.tsx';

interface Props {
  readonly label: string;
  readonly description?: string;
  readonly text: string;
  readonly onText: (text: string) => void;
  /** Letters at most, and how long it is when it is spoken, in ms. */
  readonly longest: number;
  readonly longestMs: number;
  readonly note: ReturnType<typeof useVoiceNote>;
  /** Whether it can be spoken now: not where something else goes with what is typed. */
  readonly canBeSpoken?: boolean;
}

/** Something to be said: typed, or spoken instead. */
export function SayField({ label, description, text, onText, longest, longestMs, note, canBeSpoken = true }: Props) {
  return (
    <>
      {note.note === null && (
        <Textarea
          autoFocus
          label={label}
          description={description}
          autosize
          minRows={2}
          maxLength={longest}
          value={text}
          onChange={({ currentTarget }) => onText(currentTarget.value)}
        />
      )}
      {canBeSpoken && text.trim() === '' && <VoiceNote note={note} longestMs={longestMs} label="Say it instead" />}
    </>
  );
}
