import { Button, Group, Menu, Text } from '@mantine/core';
import { micros, timeText } from '@oakbell/core/clock';
import { IconArrowBackUp, IconArrowForwardUp } from '@tabler/icons-react';
import { type Lesson } from '../../shared/api/index.ts';
import { usePastChanges } from '../../shared/changing/index.ts';
import { clockText, IconAction } from '../../shared/ui/index.ts';
import { useState } from 'react';
import { editInWords } from './editWords.ts';
import { useChange } from './useChange.ts';
import { useUndo } from './useUndo.ts';

/** Undo, redo, and the history in words to go back in. */
export function Undoing({ lesson }: { readonly lesson: Lesson }) {
  const change = useChange(lesson);
  const [opened, setOpened] = useState(false);
  const { undo, redo } = useUndo(lesson, change);
  const { last, lastBy, undoable, redoable } = lesson.history;
  const past = usePastChanges(lesson, opened);
  return (
    <div>
      <Group gap={4} wrap="nowrap">
        <IconAction hall label="Undo" keyText="Ctrl+Z" disabled={undoable === 0} onClick={undo}>
          <IconArrowBackUp aria-hidden />
        </IconAction>
        <IconAction hall label="Redo" keyText="Ctrl+Shift+Z" disabled={redoable === 0} onClick={redo}>
          <IconArrowForwardUp aria-hidden />
        </IconAction>
        <Menu position="bottom-end" withinPortal opened={opened} onChange={setOpened}>
          <Menu.Target>
            <Button variant="subtle" color="var(--ob-hall-text)" size="sm" disabled={undoable + redoable === 0}>
              History
            </Button>
          </Menu.Target>
          <Menu.Dropdown mah="60vh" style={{ overflow: 'auto' }}>
            <Menu.Label>Go back to before …</Menu.Label>
            {past.data?.map(({ revision, edit, lengthBefore, by }, i) => (
              <Menu.Item key={revision} onClick={() => change.mutate(() => ({ undo: i + 1 }))}>
                {by !== null && <bdi>{by}: </bdi>}
                {editInWords(edit)}
                <Text span size="sm" c="dimmed" className="ob-time">
                  {` · back to ${timeText(micros(lengthBefore), { tenths: true })}`}
                </Text>
              </Menu.Item>
            ))}
            {past.isPending && undoable > 0 && <Menu.Item disabled>Looking up the changes …</Menu.Item>}
            {past.isError && (
              <Menu.Item onClick={() => void past.refetch()}>They cannot be had now. Try again</Menu.Item>
            )}
            {redoable > 0 && (
              <>
                <Menu.Divider />
                <Menu.Item onClick={() => change.mutate(({ history }) => ({ redo: history.redoable }))}>
                  To the newest again: {redoable} {redoable === 1 ? 'change' : 'changes'}
                </Menu.Item>
              </>
            )}
          </Menu.Dropdown>
        </Menu>
      </Group>
      <Text size="sm" role="status">
        {lastBy !== null && <bdi>{lastBy}: </bdi>}
        {last ? editInWords(last) : 'Nothing changed yet'} · Saved {clockText(new Date(lesson.updatedAt))}
      </Text>
    </div>
  );
}
