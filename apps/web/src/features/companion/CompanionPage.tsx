import { Button, Stack, Text, TextInput, Title } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { tabShelf, call, client } from '../../shared/api/index.ts';
import { PageTitle, ProblemNote } from '../../shared/ui/index.ts';
import { CompanionDesk } from './CompanionDesk.tsx';

const JOINED = 'oakbell.companion';

/** A tablet or phone as the pen of a recording room: a code, then the page that is up. */
export function CompanionPage() {
  const [search, setSearch] = useSearchParams();
  const [code, setCode] = useState(search.get('code') ?? '');
  const join = useMutation({
    mutationFn: (typed: string) => call(client.POST('/api/companion/join', { body: { code: typed } })),
    onSuccess: () => {
      // A reloaded page finds its room again, for as long as this tab is open.
      tabShelf.write(JOINED, 'yes');
      setJoined(true);
      setSearch({}, { replace: true });
    },
  });
  const [joined, setJoined] = useState(() => !search.get('code') && tabShelf.read(JOINED) === 'yes');
  const { mutate } = join;
  const scanned = useRef(search.get('code'));
  useEffect(() => {
    // The code that came with the address is tried once.
    const first = scanned.current;
    scanned.current = null;
    if (first) mutate(first);
  }, [mutate]);
  const leave = () => {
    tabShelf.remove(JOINED);
    setJoined(false);
    join.reset();
  };
  if (joined) return <CompanionDesk onLeave={leave} />;
  return (
    <main>
      <form
        className="ob-page"
        onSubmit={(event) => {
          event.preventDefault();
          join.mutate(code);
        }}
      >
        <PageTitle>Pen companion</PageTitle>
        <Stack maw={420} mx="auto" mt="xl">
          <Title order={1}>Pen companion</Title>
          <Text>
            Type the code that the recording room shows. The teacher there lets you in; then write here, and it appears
            there.
          </Text>
          <TextInput
            label="Code"
            size="lg"
            autoFocus
            autoCapitalize="characters"
            autoComplete="off"
            maxLength={12}
            value={code}
            onChange={(event) => setCode(event.currentTarget.value.toUpperCase())}
          />
          <ProblemNote failure={join.error} />
          <Button type="submit" size="lg" loading={join.isPending} disabled={code.trim() === ''}>
            Join
          </Button>
        </Stack>
      </form>
    </main>
  );
}
