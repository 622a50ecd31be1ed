import { Button, Checkbox, Group, NativeSelect, Text } from '@mantine/core';
import { sceneAt } from '@oakbell/core/scene';
import { sceneWords } from '@oakbell/core/telling';
import { useState } from 'react';
import type { Edition, SegmentPlayer } from '../../../kits/player/index.ts';
import { ProblemNote, useKeys } from '../../../shared/ui/index.ts';
import type { DataUse } from './dataUse.ts';
import { printPages } from './printPages.ts';
import { Transcript } from './Transcript.tsx';
import { useTold } from './useTold.ts';
import classes from '../Watch.module.css';

const USES: readonly { readonly value: DataUse; readonly label: string }[] = [
  { value: 'all', label: 'Everything' },
  { value: 'no-films', label: 'Pages and voice' },
  { value: 'sound', label: 'Only the voice' },
];

interface Props {
  readonly edition: Edition;
  readonly player: SegmentPlayer;
  readonly use: DataUse;
  readonly onUse: (use: DataUse) => void;
}

/** What is wanted now and then: less data, the pages on paper, and a page in words. */
export function MoreRow({ edition, player, use, onUse }: Props) {
  const { lesson } = edition;
  const [said, setSaid] = useState<readonly string[] | null>(null);
  const [isTold, setTold] = useState(false);
  const [isRead, setRead] = useState(false);
  const [printing, setPrinting] = useState(false);
  const [failure, setFailure] = useState<unknown>(null);
  const news = useTold(player, lesson, isTold);
  const say = () => {
    player.pause();
    const scene = sceneAt(lesson.source, player.time);
    const name = lesson.turns.findLast((turn) => turn.at <= player.time)?.name;
    setSaid(scene ? [...(name ? [`${name}.`] : []), ...sceneWords(scene)] : ['Nothing is up.']);
  };
  useKeys({ w: say });
  const print = () => {
    setPrinting(true);
    setFailure(null);
    printPages(edition)
      .catch(setFailure)
      .finally(() => setPrinting(false));
  };
  return (
    <section className={classes.asking} aria-label="More for this lesson">
      <Group align="end" gap="md">
        <NativeSelect
          label="What is fetched"
          description={use === 'all' ? undefined : 'Less for a slow or dear line'}
          value={use}
          onChange={({ currentTarget }) => onUse(currentTarget.value as DataUse)}
          data={[...USES]}
        />
        <Button variant="default" loading={printing} onClick={print}>
          Print the pages
        </Button>
        <Button variant="default" onClick={say} title="What is on the page (W)">
          What is on the page?
        </Button>
        {edition.captions.length > 0 && (
          <Button variant="default" aria-expanded={isRead} onClick={() => setRead((on) => !on)}>
            Read all that is said
          </Button>
        )}
        <Checkbox
          label="Tell what is written while it plays"
          checked={isTold}
          onChange={({ currentTarget }) => setTold(currentTarget.checked)}
          pb={10}
        />
      </Group>
      <Text role="status" mt="sm">
        {said?.join(' ')}
      </Text>
      <p className="ob-hidden" role="status">
        {news}
      </p>
      <ProblemNote failure={failure} />
      {isRead && <Transcript edition={edition} player={player} />}
    </section>
  );
}
