import { Button, Group, Stack, Text, TextInput } from '@mantine/core';
import { timeText } from '@oakbell/core/clock';
import { chaptersOf, programmeOf, setChapters, type ChapterMark } from '@oakbell/core/edits';
import { IconArrowMerge, IconClockPin } from '@tabler/icons-react';
import { useState } from 'react';
import { turnsOf, type PlayableLesson } from '../../kits/player/index.ts';
import { IconAction } from '../../shared/ui/index.ts';
import classes from './Polish.module.css';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly played: PlayableLesson;
  readonly onGoTo: (time: number) => void;
}

/** The chapters: from page turns to begin with; renamed, moved to the playhead, merged, added. */
export function ChaptersPart({ polish, played, onGoTo }: Props) {
  const turns = turnsOf(polish.programme, played.source.takes).map(({ at, page }) => ({
    at,
    title: played.pages.find((one) => one.page.id === page)?.name ?? '',
  }));
  const chapters = chaptersOf(polish.edits, polish.programme, turns);
  const set = (marks: readonly ChapterMark[]) => polish.edit((now) => setChapters(now, programmeOf(now), marks));
  const hasHere = chapters.some((one) => Math.abs(one.at - polish.time) < 500_000);
  return (
    <Stack gap="xs">
      <Text size="sm">
        {polish.dressing.chapters
          ? 'Learners see these and go to them.'
          : 'Each page turn begins one. Rename, move or merge them as you like.'}
      </Text>
      <ul className={classes.suggestions}>
        {chapters.map((chapter, i) => (
          <Chapter
            key={`${chapter.at} ${chapter.title}`}
            chapter={chapter}
            isFirst={i === 0}
            onGo={() => onGoTo(chapter.at)}
            onName={(title) => set(chapters.with(i, { ...chapter, title }))}
            onMove={() => set(chapters.with(i, { ...chapter, at: polish.time }))}
            onMerge={() => set(chapters.toSpliced(i, 1))}
          />
        ))}
      </ul>
      <Button
        size="sm"
        variant="default"
        disabled={polish.busy || hasHere}
        onClick={() => set([...chapters, { at: polish.time, title: `Chapter ${chapters.length + 1}` }])}
      >
        A chapter begins here
      </Button>
      {polish.dressing.chapters && (
        <Button
          size="sm"
          variant="subtle"
          color="var(--ob-hall-text)"
          onClick={() => polish.edit({ op: 'chapters', from: polish.dressing.chapters, to: null })}
        >
          Back to the page turns
        </Button>
      )}
    </Stack>
  );
}

interface ChapterProps {
  readonly chapter: ChapterMark;
  readonly isFirst: boolean;
  readonly onGo: () => void;
  readonly onName: (title: string) => void;
  readonly onMove: () => void;
  readonly onMerge: () => void;
}
function Chapter({ chapter, isFirst, onGo, onName, onMove, onMerge }: ChapterProps) {
  const [title, setTitle] = useState(chapter.title);
  const at = timeText(chapter.at);
  return (
    <li>
      <Group gap={4} wrap="nowrap">
        <Button
          size="compact-sm"
          variant="subtle"
          color="var(--ob-hall-text)"
          className="ob-time"
          aria-label={`Go to ${at}`}
          onClick={onGo}
        >
          {at}
        </Button>
        <TextInput
          size="sm"
          aria-label={`Name of the chapter at ${at}`}
          maxLength={200}
          value={title}
          onChange={(event) => setTitle(event.currentTarget.value)}
          onBlur={() => title.trim() !== '' && title !== chapter.title && onName(title)}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      </Group>
      {!isFirst && (
        <Group gap={0}>
          <IconAction hall label={`Move “${chapter.title}” to the playhead`} onClick={onMove}>
            <IconClockPin aria-hidden size={18} />
          </IconAction>
          <IconAction hall label={`Merge “${chapter.title}” with the one before`} onClick={onMerge}>
            <IconArrowMerge aria-hidden size={18} />
          </IconAction>
        </Group>
      )}
    </li>
  );
}
