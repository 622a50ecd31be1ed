import { Button, Text, TextInput, Title } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconSearch } from '@tabler/icons-react';
import { keepPreviousData, useInfiniteQuery } from '@tanstack/react-query';
import { call, client } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show, useAsked } from '../../shared/ui/index.ts';
import { SeenLines } from './SeenLines.tsx';

/** How long a pause in typing is, in ms, after which is looked. */
const PAUSE_MS = 200;

/** Who of the staff saw or changed what of whom, the newest first. */
export function SeenPage() {
  const [search, ask] = useAsked();
  const words = search.get('words') ?? '';
  const [looked] = useDebouncedValue(words, PAUSE_MS);
  const seen = useInfiniteQuery({
    queryKey: ['seen', looked],
    queryFn: ({ pageParam }) =>
      call(client.GET('/api/audit', { params: { query: { words: looked, ...(pageParam && { before: pageParam }) } } })),
    initialPageParam: '',
    getNextPageParam: ({ lines, hasMore }) => (hasMore ? lines.at(-1)?.id : undefined),
    placeholderData: keepPreviousData,
    // What was done a moment ago belongs to it.
    staleTime: 0,
  });
  return (
    <div className="ob-page">
      <PageTitle>Who saw what</PageTitle>
      <Title order={1} mb="xs">
        Who saw what
      </Title>
      <Text c="dimmed" mb="md">
        Every time somebody of the staff looks at or changes what is a person’s, a line is written here. Nobody can
        change one. Your own looks are among them.
      </Text>
      <TextInput
        mb="md"
        aria-label="Search by the name of a person or a class"
        placeholder="Search by the name of a person or a class"
        leftSection={<IconSearch size={18} aria-hidden />}
        value={words}
        maxLength={80}
        onChange={(event) => ask({ words: event.currentTarget.value })}
      />
      <Show of={seen} what="Fetching who saw what">
        {({ pages }) => {
          const lines = pages.flatMap((page) => page.lines);
          if (lines.length === 0) return <Empty title="Nothing was seen or changed by that name" />;
          return (
            <>
              <SeenLines lines={lines} />
              {seen.hasNextPage && (
                <Button
                  variant="subtle"
                  mt="xs"
                  loading={seen.isFetchingNextPage}
                  onClick={() => void seen.fetchNextPage()}
                >
                  Show older lines
                </Button>
              )}
            </>
          );
        }}
      </Show>
    </div>
  );
}
