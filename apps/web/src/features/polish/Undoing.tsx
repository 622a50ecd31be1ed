import { Button, Group, Menu, Text } from '@mantine/core';
import { timeText } from '@oakbell/core/clock';
import { programmeOf, redo, undo, type Edit, type Revised } from '@oakbell/core/edits';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import type { Lesson } from '../../shared/api/index.ts';
import { clockText, IconAction } from '../../shared/ui/index.ts';
import { useMemo } from 'react';
import { editInWords } from './editWords.ts';
import { useChange } from './useChange.ts';

/** So many of the newest changes are listed; undo goes further back. */
const LISTED = 30;

/** Undo, redo, and the history in words to go back in. */
export function Undoing({ lesson }: { readonly lesson: Lesson }) {
  const change = useChange(lesson);
  const { done, undone } = lesson.history;
  const last: Edit | undefined = done.at(-1);
  const newest = done.slice(-LISTED).toReversed();
  const lengths = useMemo(() => lengthsBefore(lesson), [lesson]);
  return (
    <div>
      <Group gap={4} wrap="nowrap">
        <IconAction
          hall
          label="Undo"
          keyText="Ctrl+Z"
          disabled={done.length === 0}
          onClick={() => change.mutate((now) => undo(now.edits, now.history))}
        >
          <IconArrowBackUp aria-hidden />
        </IconAction>
        <IconAction
          hall
          label="Redo"
          keyText="Ctrl+Shift+Z"
          disabled={undone.length === 0}
          onClick={() => change.mutate((now) => redo(now.edits, now.history))}
        >
          <IconArrowForwardUp aria-hidden />
        </IconAction>
        <Menu position="bottom-end" withinPortal>
          <Menu.Target>
            <Button variant="subtle" color="var(--ob-hall-text)" size="sm" disabled={done.length + undone.length === 0}>
              History
            </Button>
          </Menu.Target>
          <Menu.Dropdown mah="60vh" style={{ overflow: 'auto' }}>
            <Menu.Label>Go back to before …</Menu.Label>
            {newest.map((edit, i) => (
              <Menu.Item key={done.length - i} onClick={() => change.mutate((now) => stepped(now, undo, i + 1))}>
                {editInWords(edit)}
                <Text span size="sm" c="dimmed" className="ob-time">
                  {` · back to ${lengths[i]}`}
                </Text>
              </Menu.Item>
            ))}
            {undone.length > 0 && (
              <>
                <Menu.Divider />
                <Menu.Item onClick={() => change.mutate((now) => stepped(now, redo, undone.length))}>
                  To the newest again: {undone.length} {undone.length === 1 ? 'change' : 'changes'}
                </Menu.Item>
              </>
            )}
          </Menu.Dropdown>
        </Menu>
      </Group>
      <Text size="sm" role="status">
        {last ? editInWords(last) : 'Nothing changed yet'} · Saved {clockText(new Date(lesson.updatedAt))}
      </Text>
    </div>
  );
}

/** How long the lesson was before each of the newest changes, the newest first. */
function lengthsBefore(lesson: Lesson): readonly string[] {
  const count = Math.min(LISTED, lesson.history.done.length);
  const lengths: string[] = [];
  let now: Revised = lesson;
  for (let i = 0; i < count; i += 1) {
    now = undo(now.edits, now.history) ?? now;
    lengths.push(timeText(programmeOf(now.edits).length, { tenths: true }));
  }
  return lengths;
}

/** So many steps back or on, saved as one. */
function stepped(lesson: Lesson, step: typeof undo, times: number): Revised | null {
  let now: Revised = lesson;
  for (let i = 0; i < times; i += 1) now = step(now.edits, now.history) ?? now;
  return now === lesson ? null : now;
}
