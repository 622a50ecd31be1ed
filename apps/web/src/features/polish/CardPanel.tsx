import { NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { fromSeconds, lengthOf, toSeconds } from '@oakbell/core/clock';
import { CARD_GROUNDS, isCard, type Card, type CardSegment, type Edit } from '@oakbell/core/edits';
import { useState } from 'react';
import { Panel, upper } from './Panel.tsx';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly segment: CardSegment;
  readonly onDone: () => void;
}

/** The words, the ground and the length of a title card. */
export function CardPanel({ polish, segment, onDone }: Props) {
  const { card } = segment;
  const [words, setWords] = useState({ title: card.title, line: card.line });
  /** Made from the card as it then stands: a word and a ground that are changed fast both count. */
  const change = (how: (now: CardSegment, index: number) => Edit) =>
    polish.edit(({ segments }) => {
      const index = segments.findIndex((one) => one.id === segment.id);
      const now = segments[index];
      return now && isCard(now) ? how(now, index) : null;
    });
  const set = (part: Partial<Card>) =>
    change((now) => ({ op: 'play', from: now, to: { ...now, card: { ...now.card, ...part } } }));
  const keep = () => (words.title !== card.title || words.line !== card.line) && set(words);
  return (
    <Panel
      title="Title card"
      range={segment}
      onDone={onDone}
      onRemove={() => {
        change((now, index) => ({ op: 'remove', index, segment: now }));
        onDone();
      }}
    >
      <TextInput
        label="Title"
        maxLength={200}
        value={words.title}
        onChange={(event) => setWords({ ...words, title: event.currentTarget.value })}
        onBlur={keep}
      />
      <TextInput
        label="Line under it"
        maxLength={200}
        value={words.line}
        onChange={(event) => setWords({ ...words, line: event.currentTarget.value })}
        onBlur={keep}
      />
      <NativeSelect
        label="Ground"
        value={card.ground}
        data={CARD_GROUNDS.map((one) => ({ value: one, label: upper(one) }))}
        onChange={(event) => set({ ground: event.currentTarget.value as Card['ground'] })}
      />
      <NumberInput
        label="Seconds"
        min={1}
        max={30}
        step={1}
        value={toSeconds(lengthOf(segment))}
        onChange={(value) => {
          const end = fromSeconds(Math.max(1, Math.min(30, Number(value) || 4)));
          if (end === segment.end) return;
          change(({ id, start, end: before }) => ({
            op: 'trim',
            segment: id,
            from: { start, end: before },
            to: { start, end },
          }));
        }}
      />
    </Panel>
  );
}
