import { SegmentedControl, Stack, Switch, Text, Title } from '@mantine/core';
import { TEXT_SIZES, type TextSize } from '@oakbell/core/people';
import { useMutation } from '@tanstack/react-query';
import { useRef } from 'react';
import { call, client, useSession, useStaySignedIn } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';

const NAMES: Readonly<Record<TextSize, string>> = { usual: 'Usual', large: 'Large', larger: 'Larger' };

interface Chosen {
  readonly textSize: TextSize | null;
  readonly lessMotion: boolean;
}

/** How the screens look for this person, on every device. */
export function Look() {
  const me = useSession();
  const again = useStaySignedIn();
  const set = useMutation({
    mutationFn: (look: Chosen) => call(client.PUT('/api/look', { body: look })),
    // One after another, each upon what was chosen last: the next choice would take back what is still on its way.
    scope: { id: 'look' },
    onSuccess: () => again(),
    onSettled: (_, __, look) => {
      if (onItsWay.current === look) onItsWay.current = null;
    },
  });
  const onItsWay = useRef<Chosen | null>(null);
  if (!me) return null;
  const choose = (part: Partial<Chosen>) => {
    const before = onItsWay.current ?? { textSize: me.chosenTextSize, lessMotion: me.lessMotion };
    onItsWay.current = { ...before, ...part };
    set.mutate(onItsWay.current);
  };
  // What was chosen is seen at once.
  const lessMotion = (set.isPending ? set.variables : me).lessMotion;
  const textSize = (set.isPending ? set.variables.textSize : null) ?? me.textSize;
  return (
    <section className="ob-card" style={{ padding: 16 }} aria-labelledby="look">
      <Title order={2} id="look" mb="xs">
        How it looks
      </Title>
      <Stack gap="sm" align="flex-start">
        <div>
          <Text fw={500} id="text-size" mb={4}>
            Size of text
          </Text>
          <SegmentedControl
            aria-labelledby="text-size"
            data={TEXT_SIZES.map((size) => ({ value: size, label: NAMES[size] }))}
            value={textSize}
            onChange={(size) => choose({ textSize: size as TextSize })}
          />
        </div>
        <Switch
          label="Less motion"
          description="Nothing slides or fades by itself. Lessons still play."
          checked={lessMotion}
          onChange={({ currentTarget }) => choose({ lessMotion: currentTarget.checked })}
        />
      </Stack>
      <ProblemNote failure={set.error} />
    </section>
  );
}
