import { Group, NativeSelect, Stack, Switch, Text, TextInput, Title } from '@mantine/core';
import { WISHED, type NewsKind, type NewsWay } from '@oakbell/core/news';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client, type Api } from '../../shared/api/index.ts';
import { ProblemNote, Show } from '../../shared/ui/index.ts';

type Wishes = Api['NewsWishesDto'];
const KEY = ['news-wishes'];

const WAYS: readonly (readonly [NewsWay, string, string])[] = [
  ['daily', 'Once a day', 'One letter with all that is new, and none where nothing is.'],
  ['soon', 'Within the hour', 'One letter an hour at most, and none in the quiet hours.'],
  ['never', 'Never', 'It is under News all the same.'],
];
const KINDS: Readonly<Record<NewsKind, string>> = {
  given: 'What I am given, and what of it is changed',
  changed: '',
  due: 'What is due tomorrow and not done yet, and when a teacher reminds me',
  reminded: '',
  'handed-back': 'What I get back, answers to my questions and about my feedback, and what of mine my class can see',
  removed: '',
  approved: '',
  answered: '',
  'said-back': '',
  'handed-in': 'What waits to be marked in my classes, what learners ask, and what they say about feedback',
  asked: '',
  'answer-back': '',
};

/** As high as what is pressed on a phone is to be, in px. */
const FINGERTIP = { body: { minHeight: 44, alignItems: 'center' } } as const;

/** What of the news somebody wants by mail, and when. */
export function NewsWishes({ role }: { readonly role: keyof typeof WISHED }) {
  const queries = useQueryClient();
  const wishes = useQuery({ queryKey: KEY, queryFn: () => call(client.GET('/api/own-news/wishes')) });
  const set = useMutation({
    mutationFn: (body: Wishes) => call(client.PUT('/api/own-news/wishes', { body })),
    // One after another, each upon what was chosen last: the next choice would take back what is still on its way.
    scope: { id: 'news-wishes' },
    onError: () => queries.invalidateQueries({ queryKey: KEY }),
  });
  const choose = (change: Partial<Wishes> | ((before: Wishes) => Partial<Wishes>)) => {
    const before = queries.getQueryData<Wishes>(KEY);
    if (!before) return;
    const part = typeof change === 'function' ? change(before) : change;
    void queries.cancelQueries({ queryKey: KEY });
    queries.setQueryData(KEY, { ...before, ...part });
    set.mutate({ ...before, ...part });
  };
  return (
    <section aria-labelledby="news-wishes">
      <Title order={3} id="news-wishes" mt="md" mb="xs">
        News by mail
      </Title>
      <Show of={wishes} what="Looking which mail you want">
        {(now) => (
          <Stack gap="md">
            <NativeSelect
              label="How often"
              description={WAYS.find(([way]) => way === now.way)?.[2]}
              w={280}
              data={WAYS.map(([value, label]) => ({ value, label }))}
              value={now.way}
              onChange={({ currentTarget }) => choose({ way: currentTarget.value as NewsWay })}
            />
            {now.way === 'daily' && (
              <TimeOfDay label="At" minute={now.dailyAt} onMinute={(dailyAt) => choose({ dailyAt })} />
            )}
            {now.way === 'soon' && (
              <Group align="end">
                <TimeOfDay label="Quiet from" minute={now.quietFrom} onMinute={(quietFrom) => choose({ quietFrom })} />
                <TimeOfDay
                  label="Quiet until"
                  minute={now.quietUntil}
                  onMinute={(quietUntil) => choose({ quietUntil })}
                />
              </Group>
            )}
            {now.way !== 'never' && (
              <Stack gap={0} role="group" aria-label="Of what">
                {WISHED[role].map((kind) => (
                  <Switch
                    key={kind}
                    label={KINDS[kind]}
                    styles={FINGERTIP}
                    checked={now.kinds.includes(kind)}
                    onChange={() =>
                      choose(({ kinds }) => ({
                        kinds: WISHED[role].filter((one) => kinds.includes(one) !== (one === kind)),
                      }))
                    }
                  />
                ))}
              </Stack>
            )}
            {now.way !== 'never' && (
              <Text size="sm" c="dimmed">
                Letters name lessons and classes, and never marks or what somebody wrote.
              </Text>
            )}
          </Stack>
        )}
      </Show>
      <ProblemNote failure={set.error} />
    </section>
  );
}

interface TimeProps {
  readonly label: string;
  /** After midnight. */
  readonly minute: number;
  readonly onMinute: (minute: number) => void;
}
const two = (number: number): string => `${number}`.padStart(2, '0');
const textOf = (minute: number): string => `${two(Math.floor(minute / 60))}:${two(minute % 60)}`;

/** A time of day by the school’s clock, kept when its field is left. */
function TimeOfDay({ label, minute, onMinute }: TimeProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const keep = () => {
    const [hour, rest] = (typed ?? '').split(':').map(Number);
    if (hour !== undefined && rest !== undefined && hour * 60 + rest !== minute) onMinute(hour * 60 + rest);
    setTyped(null);
  };
  return (
    <TextInput
      type="time"
      label={label}
      description="By your school’s clock"
      w={180}
      value={typed ?? textOf(minute)}
      onChange={({ currentTarget }) => setTyped(currentTarget.value)}
      onBlur={keep}
    />
  );
}
