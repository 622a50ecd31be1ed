import {
  Button,
  ColorInput,
  Group,
  NativeSelect,
  NumberInput,
  Stack,
  Text,
  Textarea,
  TextInput,
  Title,
} from '@mantine/core';
import { fromSeconds, lengthOf, timeText, toSeconds, type TimeRange } from '@oakbell/core/clock';
import {
  CARD_GROUNDS,
  layOver,
  takeAway,
  type Card,
  type DrawnOver,
  type Overlay,
  type Segment,
} from '@oakbell/core/edits';
import { useState } from 'react';
import { overlayName } from './editWords.ts';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly onDone: () => void;
}
const upper = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** What is selected, with everything that can be changed of it. Each change is saved as it is made. */
export function OverlayPanel({ polish, overlay, onDone }: Props & { readonly overlay: Overlay }) {
  const change = (to: Overlay) => polish.edit((now) => layOver(now, to));
  return (
    <Panel
      title={upper(overlayName(overlay))}
      range={overlay}
      onDone={onDone}
      onRemove={() => {
        polish.edit((now) => takeAway(now, overlay.id));
        onDone();
      }}
    >
      <OverlayFields polish={polish} overlay={overlay} onChange={change} />
    </Panel>
  );
}

interface FieldProps {
  readonly polish: Polish;
  readonly overlay: Overlay;
  readonly onChange: (to: Overlay) => void;
}

function OverlayFields({ polish, overlay, onChange }: FieldProps) {
  switch (overlay.kind) {
    case 'close-up':
      return (
        <>
          <Hint>Drag the frame on the stage, or its corner. It moves in and out by itself.</Hint>
          <NumberInput
            label="Seconds to move in"
            min={0}
            max={5}
            step={0.2}
            decimalScale={1}
            value={toSeconds(overlay.ease)}
            onChange={(value) => onChange({ ...overlay, ease: fromSeconds(Number(value) || 0) })}
          />
        </>
      );
    case 'drawn':
      return <DrawnFields overlay={overlay} onChange={onChange} />;
    case 'highlight':
      return <Hint>Drag it over what should be seen.</Hint>;
    case 'cover-up':
      return <Hint>Drag it over what nobody should see. It hides it in every copy that is published from now on.</Hint>;
    case 'pointer':
      return (
        <NativeSelect
          label="The pointer is"
          value={overlay.shown}
          data={[
            { value: 'larger', label: 'larger' },
            { value: 'off', label: 'off' },
          ]}
          onChange={(event) => onChange({ ...overlay, shown: event.currentTarget.value as 'off' | 'larger' })}
        />
      );
    case 'inset':
      return (
        <NativeSelect
          label="The camera picture is"
          value={overlay.place === 'hidden' ? 'hidden' : 'moved'}
          data={[
            { value: 'hidden', label: 'hidden' },
            { value: 'moved', label: 'moved' },
          ]}
          onChange={(event) =>
            onChange({ ...overlay, place: event.currentTarget.value === 'hidden' ? 'hidden' : { x: 60, y: 60 } })
          }
        />
      );
    case 'page':
      return (
        <NativeSelect
          label="Shown in its place"
          value={overlay.shows}
          data={polish.lesson.pages.map((page, i) => ({ value: page.id, label: `Page ${i + 1}` }))}
          onChange={(event) => onChange({ ...overlay, shows: event.currentTarget.value })}
        />
      );
  }
}

function DrawnFields({
  overlay,
  onChange,
}: {
  readonly overlay: DrawnOver;
  readonly onChange: FieldProps['onChange'];
}) {
  const { thing } = overlay;
  const [text, setText] = useState(thing.kind === 'text' ? thing.text : '');
  const set = (part: object) => onChange({ ...overlay, thing: { ...thing, ...part } as DrawnOver['thing'] });
  return (
    <>
      <Hint>Drag it where it belongs; the corner makes it larger.</Hint>
      {thing.kind === 'text' && (
        <Textarea
          label="Words"
          autosize
          value={text}
          onChange={(event) => setText(event.currentTarget.value)}
          onBlur={() => text.trim() !== '' && text !== thing.text && set({ text })}
        />
      )}
      {'colour' in thing && (
        <ColorInput label="Colour" format="hex" value={thing.colour} onChangeEnd={(colour) => set({ colour })} />
      )}
      {thing.kind === 'arrow' && (
        <Group gap="xs">
          <Button size="compact-sm" variant="default" onClick={() => set({ backwards: !thing.backwards })}>
            Turn it round
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => set({ rising: !thing.rising })}>
            {thing.rising ? 'Let it fall' : 'Let it rise'}
          </Button>
        </Group>
      )}
    </>
  );
}

/** The words, the ground and the length of a title card. */
export function CardPanel({
  polish,
  segment,
  onDone,
}: Props & { readonly segment: Segment & { readonly card: Card } }) {
  const { card } = segment;
  const [words, setWords] = useState({ title: card.title, line: card.line });
  const index = polish.edits.segments.findIndex((one) => one.id === segment.id);
  const set = (part: Partial<Card>) =>
    polish.edit({ op: 'play', from: segment, to: { ...segment, card: { ...card, ...part } } });
  const keep = () => (words.title !== card.title || words.line !== card.line) && set(words);
  return (
    <Panel
      title="Title card"
      range={segment}
      onDone={onDone}
      onRemove={() => {
        polish.edit({ op: 'remove', index, segment });
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
          if (end !== segment.end)
            polish.edit({ op: 'trim', segment: segment.id, from: rangeOf(segment), to: { start: segment.start, end } });
        }}
      />
    </Panel>
  );
}
const rangeOf = ({ start, end }: TimeRange): TimeRange => ({ start, end });

interface PanelProps {
  readonly title: string;
  readonly range: TimeRange;
  readonly onDone: () => void;
  readonly onRemove: () => void;
  readonly children: React.ReactNode;
}
function Panel({ title, range, onDone, onRemove, children }: PanelProps) {
  return (
    <section aria-label={title}>
      <Stack gap="sm">
        <Group justify="space-between">
          <Title order={2} size="h4">
            {title}
          </Title>
          <Text size="sm" className="ob-time">
            {timeText(lengthOf(range), { tenths: true })}
          </Text>
        </Group>
        {children}
        <Group gap="xs">
          <Button size="sm" onClick={onDone}>
            Done
          </Button>
          <Button size="sm" variant="default" onClick={onRemove}>
            Take it away
          </Button>
        </Group>
      </Stack>
    </section>
  );
}
const Hint = ({ children }: { readonly children: string }) => <Text size="sm">{children}</Text>;
