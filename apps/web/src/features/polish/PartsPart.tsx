import { Button, Select, Stack, Text, TextInput } from '@mantine/core';
import { timeText } from '@oakbell/core/clock';
import { LONGEST_TITLE } from '@oakbell/core/library';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call, client, lessonKey, useLessonChoices, useLessonSearch, type LibraryRow } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import type { Polish } from './usePolish.ts';

/** Making two lessons of one, and putting another lesson or an opening into this one. Takes are shared. */
export function PartsPart({ polish }: { readonly polish: Polish }) {
  return (
    <Stack gap="md">
      <Split polish={polish} />
      <Join polish={polish} />
    </Stack>
  );
}

function Split({ polish: { lesson, time, programme } }: { readonly polish: Polish }) {
  const queries = useQueryClient();
  const [title, setTitle] = useState(`${lesson.title}, part 2`);
  const split = useMutation({
    mutationFn: () =>
      call(
        client.POST('/api/lessons/{id}/split', {
          params: { path: { id: lesson.id } },
          body: { revision: lesson.revision, at: time, title: title.trim() },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  const isInside = time > 0 && time < programme.length;
  return (
    <div>
      <TextInput
        label="What comes after the playhead becomes a lesson called"
        maxLength={LONGEST_TITLE}
        value={title}
        onChange={(event) => setTitle(event.currentTarget.value)}
      />
      <Button
        mt="xs"
        size="sm"
        variant="default"
        loading={split.isPending}
        disabled={!isInside || title.trim() === ''}
        onClick={() => split.mutate()}
      >
        Split at {timeText(time)}
      </Button>
      {split.data && (
        <Text size="sm" role="status">
          Split. <Link to={`/lessons/${split.data.id}/polish`}>Open “{split.data.title}”</Link>
        </Text>
      )}
      <ProblemNote failure={split.error} />
    </div>
  );
}

function Join({ polish: { lesson, time } }: { readonly polish: Polish }) {
  const queries = useQueryClient();
  const isOther = (one: LibraryRow) => one.id !== lesson.id;
  const openings = useLessonChoices({ recorded: 'yes', savedAs: 'opening' }).filter(isOther);
  const search = useLessonSearch({ recorded: 'yes' });
  const others = search.rows.filter(isOther);
  const from = search.chosen?.id ?? '';
  const join = useMutation({
    mutationFn: (at: number) =>
      call(
        client.POST('/api/lessons/{id}/join', {
          params: { path: { id: lesson.id } },
          body: { revision: lesson.revision, at, from },
        }),
      ),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  if (others.length === 0 && search.isEmpty)
    return <Text size="sm">There is no other recorded lesson to put in here.</Text>;
  const isOpening = openings.some((one) => one.id === from);
  return (
    <div>
      <Select
        label="Put another lesson in"
        placeholder="Type words of it"
        searchable
        clearable
        nothingFoundMessage="No recorded lesson has these words in it"
        filter={({ options }) => options}
        onSearchChange={search.onSearchChange}
        value={search.chosen?.id ?? null}
        onChange={(id) => search.choose(id, openings)}
        data={[
          ...(openings.length > 0
            ? [{ group: 'Openings', items: openings.map((one) => ({ value: one.id, label: one.title })) }]
            : []),
          {
            group: 'Lessons',
            items: others
              .filter((one) => one.savedAs !== 'opening')
              .map((one) => ({ value: one.id, label: one.title })),
          },
        ]}
      />
      <Button
        mt="xs"
        size="sm"
        variant="default"
        disabled={from === ''}
        loading={join.isPending}
        onClick={() => join.mutate(isOpening ? 0 : time)}
      >
        {isOpening ? 'Put it at the start' : `Put it in at ${timeText(time)}`}
      </Button>
      <ProblemNote failure={join.error} />
    </div>
  );
}
