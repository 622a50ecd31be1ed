import { Text } from '@mantine/core';
import { fromMillis, timeText } from '@oakbell/core/clock';
import { Spoken } from './Spoken.tsx';

interface Props {
  readonly said: {
    readonly text: string;
    readonly spoken: { readonly address: string; readonly lengthMs: number } | null;
  };
  /** What it is, before its length is told: `The question`. */
  readonly label: string;
}

/** Something that was typed or spoken. */
export function Said({ said: { text, spoken }, label }: Props) {
  if (spoken) return <Spoken address={spoken.address} label={`${label}, ${timeText(fromMillis(spoken.lengthMs))}`} />;
  return <Text style={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>{text}</Text>;
}
