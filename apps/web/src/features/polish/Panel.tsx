import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { lengthOf, timeText, type TimeRange } from '@oakbell/core/clock';
import type { ReactNode } from 'react';

export const upper = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

interface PanelProps {
  readonly title: string;
  readonly range: TimeRange;
  readonly onDone: () => void;
  readonly onRemove: () => void;
  readonly children: ReactNode;
}
/** The frame of what is selected: what it is, how long, and how to leave it or take it away. */
export function Panel({ title, range, onDone, onRemove, children }: PanelProps) {
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
export const Hint = ({ children }: { readonly children: string }) => <Text size="sm">{children}</Text>;
