import { Button, Group, Stack, Text, Title } from '@mantine/core';
import { fromMillis, timeText, type Micros, type TimeRange } from '@oakbell/core/clock';
import { shortened } from '@oakbell/core/edits';
import classes from './Polish.module.css';

/** What is left of a quiet stretch: a breath. */
export const BREATH = fromMillis(400);

interface Props {
  /** On the axis of the timeline, in rising order. */
  readonly quiet: readonly TimeRange[];
  readonly busy: boolean;
  readonly onListen: (stretch: TimeRange) => void;
  readonly onShorten: (stretches: readonly TimeRange[]) => void;
  readonly onLeave: (stretch: TimeRange) => void;
}

/** Quiet stretches that were found: each is listened to, shortened or left; or all of them at once. */
export function QuietList({ quiet, busy, onListen, onShorten, onLeave }: Props) {
  if (quiet.length === 0) return null;
  const won = quiet.reduce((sum, stretch) => {
    const cut = shortened(stretch, BREATH);
    return sum + (cut ? cut.end - cut.start : 0);
  }, 0) as Micros;
  return (
    <section aria-label="Quiet stretches">
      <Title order={2} size="h4">
        {quiet.length} quiet {quiet.length === 1 ? 'stretch' : 'stretches'}
      </Title>
      <Text size="sm" className={classes.dim}>
        Where nothing is said for a second or more. Shortened, each keeps a breath of 0.4 s.
      </Text>
      <Button size="sm" mt="xs" variant="default" disabled={busy} onClick={() => onShorten(quiet)}>
        Shorten all, win {timeText(won, { tenths: true })}
      </Button>
      <ul className={classes.suggestions}>
        {quiet.map((stretch) => (
          <li key={stretch.start}>
            <Stack gap={2}>
              <Text size="sm" className="ob-time">
                {timeText(stretch.start)} · {timeText((stretch.end - stretch.start) as Micros, { tenths: true })}
              </Text>
              <Group gap={4}>
                {(['Listen', 'Shorten', 'Leave'] as const).map((act) => (
                  <Button
                    key={act}
                    size="compact-sm"
                    variant="subtle"
                    color="var(--ob-hall-text)"
                    disabled={busy && act === 'Shorten'}
                    aria-label={`${act} at ${timeText(stretch.start)}`}
                    onClick={() =>
                      act === 'Listen' ? onListen(stretch) : act === 'Shorten' ? onShorten([stretch]) : onLeave(stretch)
                    }
                  >
                    {act}
                  </Button>
                ))}
              </Group>
            </Stack>
          </li>
        ))}
      </ul>
    </section>
  );
}
