import { present } from '@oakbell/core/present';
import { Accordion } from '@mantine/core';
import type { PlayableLesson } from '../../kits/player/index.ts';
import { ChaptersPart } from './ChaptersPart.tsx';
import classes from './Polish.module.css';
import { CaptionsPart } from './CaptionsPart.tsx';
import { CoverPart } from './CoverPart.tsx';
import { PartsPart } from './PartsPart.tsx';
import { SoundPart } from './SoundPart.tsx';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly played: PlayableLesson;
  readonly onGoTo: (time: number) => void;
}

/** What holds for the whole lesson: how it sounds, begins and ends, its chapters, its captions, its cover, and its parts. */
export function LessonPanel({ polish, played, onGoTo }: Props) {
  const parts = [
    ['sound', 'Sound, fades and music', <SoundPart key="p" polish={polish} />],
    ['chapters', 'Chapters', <ChaptersPart key="p" polish={polish} played={played} onGoTo={onGoTo} />],
    ['captions', 'Captions', <CaptionsPart key="p" polish={polish} />],
    ['cover', 'Cover', <CoverPart key="p" polish={polish} />],
    ['parts', 'Split and join', <PartsPart key="p" polish={polish} />],
  ] as const;
  return (
    <Accordion
      aria-label="The whole lesson"
      order={3}
      classNames={{ item: present(classes.part), control: present(classes.opens), content: present(classes.opened) }}
    >
      {parts.map(([id, name, part]) => (
        <Accordion.Item key={id} value={id}>
          <Accordion.Control>{name}</Accordion.Control>
          <Accordion.Panel>{part}</Accordion.Panel>
        </Accordion.Item>
      ))}
    </Accordion>
  );
}
