import { Checkbox, FileButton, Button, Group, NativeSelect, NumberInput, Stack, Text, TextInput } from '@mantine/core';
import { readBackdrop, type Axis, type Backdrop } from '@oakbell/core/pages';
import { useState } from 'react';
import { useBringing, type Lesson, type LessonPage } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { BACKDROPS } from '../../kits/backdrops/index.ts';
import type { Placed } from './placed.ts';
import type { PageActs } from './usePageActs.ts';

interface Props {
  readonly lesson: Lesson;
  readonly page: LessonPage;
  readonly acts: PageActs;
}

/** What lies behind the ink of a board. It is locked: writing never moves it. */
export function BackdropChoice({ lesson, page, acts }: Props) {
  const now: Backdrop = readBackdrop(page.backdrop) ?? { kind: 'blank' };
  const set = (backdrop: Backdrop) =>
    acts.setBackdrop.mutate({ page: page.id, backdrop, was: page.backdrop ? now : null });
  const choose = (kind: string) => {
    const offer = BACKDROPS.find((one) => one.kind === kind);
    if (offer) set({ ...offer.first, ...(now.dark ? { dark: true } : {}) });
  };
  const { bring, failure } = useBringing<Placed>(
    `/api/lessons/${lesson.id}/assets`,
    ([made]) => made && set({ kind: 'picture', picture: made.digest }),
  );
  return (
    <Stack gap="xs">
      <Group align="end" wrap="nowrap">
        <NativeSelect
          label="Board"
          flex={1}
          value={now.kind}
          onChange={(event) => choose(event.currentTarget.value)}
          data={[
            ...BACKDROPS.map(({ kind, name }) => ({ value: kind, label: name })),
            ...(now.kind === 'picture' ? [{ value: 'picture', label: 'Own picture' }] : []),
          ]}
        />
        <FileButton
          accept="image/png,image/jpeg,image/webp"
          onChange={bring}
          inputProps={{ 'aria-label': 'Own picture behind the board' }}
        >
          {(props) => (
            <Button variant="default" size="sm" px="sm" {...props}>
              Own picture
            </Button>
          )}
        </FileButton>
      </Group>
      <Checkbox
        label="Dark board"
        checked={now.dark ?? false}
        onChange={(event) => set({ ...now, dark: event.currentTarget.checked })}
      />
      {now.kind === 'number-line' && (
        <AxisFields name="Number line" axis={now.x} onChange={(x) => set({ ...now, x })} />
      )}
      {now.kind === 'axes' && (
        <>
          <AxisFields name="Across" axis={now.x} onChange={(x) => set({ ...now, x })} />
          <AxisFields name="Upwards" axis={now.y} onChange={(y) => set({ ...now, y })} />
          <Group gap="xs" wrap="nowrap" align="end">
            <Field
              label="Axes cross at"
              value={now.origin[0]}
              onChange={(x) => set({ ...now, origin: [x, now.origin[1]] })}
            />
            <Field label="and" value={now.origin[1]} onChange={(y) => set({ ...now, origin: [now.origin[0], y] })} />
            <Checkbox
              label="Grid"
              pb={8}
              checked={now.grid}
              onChange={(event) => set({ ...now, grid: event.currentTarget.checked })}
            />
          </Group>
        </>
      )}
      <ProblemNote failure={failure} />
    </Stack>
  );
}

interface AxisProps {
  readonly name: string;
  readonly axis: Axis;
  readonly onChange: (axis: Axis) => void;
}

function AxisFields({ name, axis, onChange }: AxisProps) {
  const [draft, setDraft] = useState(axis);
  const isGood = draft.to > draft.from && draft.step > 0;
  const change = (part: Partial<Axis>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    if (next.to > next.from && next.step > 0) onChange(next);
  };
  return (
    <div role="group" aria-label={name}>
      <Text size="sm" fw={600}>
        {name}
      </Text>
      <Group gap="xs" wrap="nowrap">
        <Field label="from" value={draft.from} onChange={(from) => change({ from })} />
        <Field label="to" value={draft.to} onChange={(to) => change({ to })} />
        <Field label="step" value={draft.step} onChange={(step) => change({ step })} />
        <TextInput
          label="label"
          size="sm"
          maxLength={40}
          value={draft.label}
          onChange={(event) => change({ label: event.currentTarget.value })}
        />
      </Group>
      {!isGood && (
        <Text size="sm" role="alert">
          It must end after it begins, with a step above 0.
        </Text>
      )}
    </div>
  );
}

function Field({
  label,
  value,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}) {
  return (
    <NumberInput
      label={label}
      size="sm"
      hideControls
      value={value}
      onChange={(next) => typeof next === 'number' && onChange(next)}
    />
  );
}
