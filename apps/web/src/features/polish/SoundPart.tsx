import { Button, FileButton, Group, NumberInput, Slider, Stack, Switch, Text } from '@mantine/core';
import { fromSeconds, toSeconds } from '@oakbell/core/clock';
import { dressingOf, type Finish } from '@oakbell/core/edits';
import { useEffect, useRef, useState } from 'react';
import { useBringing } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import type { Polish } from './usePolish.ts';

/** Music stands here when it is new: 10 LU under the voice where nothing is said. */
const USUAL_MUSIC_LUFS = -26;
/** So much is heard for comparing. */
const EXCERPT_US = 10_000_000;
interface SoundFile {
  readonly clip: string;
  readonly name: string;
}

/** How the lesson sounds: cleaned or not, with both to be heard at the same loudness; fades; a music bed. */
export function SoundPart({ polish }: { readonly polish: Polish }) {
  const { finish } = polish.dressing;
  const set = (part: Partial<Finish>) =>
    polish.edit((now) => {
      const from = dressingOf(now).finish;
      return { op: 'finish', from, to: { ...from, ...part } };
    });
  const {
    bring,
    share: sending,
    failure,
  } = useBringing<SoundFile>(
    `/api/lessons/${polish.lesson.id}/sounds`,
    ([made]) => made && set({ music: { clip: made.clip, name: made.name, lufs: USUAL_MUSIC_LUFS } }),
  );
  const { music } = finish;
  return (
    <Stack gap="sm">
      <Text size="sm">Published, every lesson is brought to the same loudness: −16 LUFS.</Text>
      <Switch
        label="Take noise of the room down"
        checked={finish.noise}
        disabled={polish.busy}
        onChange={(event) => set({ noise: event.currentTarget.checked })}
      />
      <Switch
        label="Level quiet and loud speech"
        checked={finish.levelling}
        disabled={polish.busy}
        onChange={(event) => set({ levelling: event.currentTarget.checked })}
      />
      <BeforeAfter polish={polish} />
      <Group gap="xs" grow>
        {(
          [
            ['fadeIn', 'Fade in, seconds'],
            ['fadeOut', 'Fade out, seconds'],
          ] as const
        ).map(([name, label]) => (
          <NumberInput
            key={name}
            label={label}
            min={0}
            max={10}
            step={0.5}
            decimalScale={1}
            value={toSeconds(finish[name])}
            onChange={(value) => {
              const time = fromSeconds(Math.max(0, Math.min(10, Number(value) || 0)));
              if (time !== finish[name]) set({ [name]: time });
            }}
          />
        ))}
      </Group>
      {music ? (
        <div>
          <Text size="sm">Music: {music.name}. It gives way under your voice and fades with the end.</Text>
          <Text size="sm" id="music-level">
            Level where nothing is said
          </Text>
          <Slider
            aria-labelledby="music-level"
            thumbLabel="Level where nothing is said"
            min={-40}
            max={-20}
            label={(value) => `${value} LUFS`}
            defaultValue={music.lufs}
            onChangeEnd={(lufs) => set({ music: { ...music, lufs } })}
          />
          <Button mt="xs" size="compact-sm" variant="default" onClick={() => set({ music: null })}>
            Take the music away
          </Button>
        </div>
      ) : (
        <FileButton accept="audio/*" onChange={(file) => void bring(file)}>
          {(props) => (
            <Button {...props} size="sm" variant="default" loading={sending !== null}>
              Add music …
            </Button>
          )}
        </FileButton>
      )}
      {sending !== null && (
        <Text size="sm" role="status">
          {sending < 1 ? `Sending the music, ${Math.round(sending * 100)} %` : 'Reading the music'}
        </Text>
      )}
      <ProblemNote failure={failure} />
    </Stack>
  );
}

/** The same ten seconds, as recorded and as cleaned: both as loud as they will be published. */
function BeforeAfter({ polish }: { readonly polish: Polish }) {
  const [plays, setPlays] = useState<'before' | 'after' | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const sound = useRef<HTMLAudioElement | null>(null);
  useEffect(() => () => sound.current?.pause(), []);
  const { noise, levelling } = polish.dressing.finish;
  const hear = async (which: 'before' | 'after') => {
    sound.current?.pause();
    if (plays === which) return setPlays(null);
    setFailure(null);
    setPlays(which);
    const { length } = polish.programme;
    const start = Math.max(0, Math.min(polish.time, length - EXCERPT_US));
    const on = (switched: boolean) => (which === 'after' && switched ? 'on' : 'off');
    const asked = `start=${start}&end=${Math.min(length, start + EXCERPT_US)}&noise=${on(noise)}&levelling=${on(levelling)}`;
    const element = new Audio(`/api/lessons/${polish.lesson.id}/excerpt?${asked}`);
    sound.current = element;
    element.onended = () => setPlays(null);
    try {
      await element.play();
    } catch {
      if (sound.current === element) setFailure('This could not be heard just now. Try again.');
      setPlays(null);
    }
  };
  return (
    <div>
      <Text size="sm">Ten seconds from the playhead on, equally loud:</Text>
      <Group gap="xs">
        {(['before', 'after'] as const).map((which) => (
          <Button
            key={which}
            size="compact-sm"
            variant="default"
            aria-pressed={plays === which}
            disabled={which === 'after' && !noise && !levelling}
            onClick={() => void hear(which)}
          >
            {plays === which ? 'Stop' : which === 'before' ? 'As recorded' : 'As cleaned'}
          </Button>
        ))}
      </Group>
      {failure && (
        <Text size="sm" role="alert">
          {failure}
        </Text>
      )}
    </div>
  );
}
