import { Button, ColorInput, Group, NativeSelect, NumberInput, Textarea } from '@mantine/core';
import { fromSeconds, toSeconds } from '@oakbell/core/clock';
import { layOver, takeAway, type DrawnOver, type Overlay } from '@oakbell/core/edits';
import { useState } from 'react';
import { overlayName } from './editWords.ts';
import { Hint, Panel, upper } from './Panel.tsx';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly onDone: () => void;
}

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
