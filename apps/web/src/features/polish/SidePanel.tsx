import { Tabs, Text } from '@mantine/core';
import { micros, type TimeRange } from '@oakbell/core/clock';
import type { CardSegment, Overlay } from '@oakbell/core/edits';
import type { PlayableLesson } from '../../kits/player/index.ts';
import { CardPanel } from './CardPanel.tsx';
import { LostList, LowTakes, QuietList, WritingList } from './FoundLists.tsx';
import { LessonPanel } from './LessonPanel.tsx';
import { MarkedPanel } from './MarkedPanel.tsx';
import { OverlayPanel } from './OverlayPanel.tsx';
import { StrokePanel, type PickedStroke } from './StrokePanel.tsx';
import type { LowTake } from './useFound.ts';
import type { Polish } from './usePolish.ts';

interface Props {
  readonly polish: Polish;
  readonly played: PlayableLesson;
  readonly overlay: Overlay | null;
  readonly card: CardSegment | null;
  readonly picking: { readonly picked: PickedStroke | null } | null;
  /** On the axis of the timeline. */
  readonly found: {
    readonly quiet: readonly TimeRange[];
    readonly writing: readonly TimeRange[];
    readonly lost: readonly TimeRange[];
    readonly low: readonly LowTake[];
  };
  readonly acts: {
    readonly done: () => void;
    readonly goTo: (time: number) => void;
    readonly listen: (stretch: TimeRange) => void;
    readonly listenToMark: () => void;
    readonly cutOut: (stretches: readonly TimeRange[]) => void;
    readonly shorten: (stretches: readonly TimeRange[]) => void;
    readonly speedUp: (stretches: readonly TimeRange[], speed: number) => void;
    readonly leave: (stretch: TimeRange) => void;
    readonly cut: () => void;
    readonly cutWithInk: (() => void) | null;
    readonly copy: () => void;
    readonly speak: () => void;
  };
}

/** What is selected; where nothing is, what was found and what holds for the whole lesson. */
export function SidePanel({ polish, played, overlay, card, picking, found, acts }: Props) {
  if (picking)
    return <StrokePanel key={picking.picked?.stroke.id} polish={polish} picked={picking.picked} onDone={acts.done} />;
  if (overlay) return <OverlayPanel key={overlay.id} polish={polish} overlay={overlay} onDone={acts.done} />;
  if (card) return <CardPanel key={card.id} polish={polish} segment={card} onDone={acts.done} />;
  if (polish.marked && polish.marked.end > polish.marked.start) {
    return (
      <MarkedPanel
        polish={polish}
        onCut={acts.cut}
        onCutWithInk={acts.cutWithInk}
        onCopy={acts.copy}
        onSpeak={acts.speak}
        onListen={acts.listenToMark}
      />
    );
  }
  const count = found.lost.length + found.quiet.length + found.writing.length + found.low.length;
  const lists = { busy: polish.busy, onListen: acts.listen, onLeave: acts.leave };
  return (
    <Tabs defaultValue="found" keepMounted={false}>
      <Tabs.List grow>
        <Tabs.Tab value="found">{count === 0 ? 'Found' : `Found: ${count}`}</Tabs.Tab>
        <Tabs.Tab value="lesson">The whole lesson</Tabs.Tab>
      </Tabs.List>
      <Tabs.Panel value="found" pt="sm">
        {count === 0 && (
          <Text size="sm">
            Nothing stands out. Drag the handles at the ends to trim them; drag with Shift to mark a stretch and cut it.
          </Text>
        )}
        <LostList {...lists} stretches={found.lost} onCutOut={acts.cutOut} />
        <LowTakes takes={found.low} />
        <QuietList {...lists} stretches={found.quiet} onShorten={acts.shorten} />
        <WritingList {...lists} stretches={found.writing} onSpeed={acts.speedUp} />
      </Tabs.Panel>
      <Tabs.Panel value="lesson" pt="sm">
        <LessonPanel polish={polish} played={played} onGoTo={(time) => acts.goTo(micros(time))} />
      </Tabs.Panel>
    </Tabs>
  );
}
