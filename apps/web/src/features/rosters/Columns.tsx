import { Button, Checkbox, Group, NativeSelect, Table, Text, TextInput, Title } from '@mantine/core';
import { readingFault, type ColumnUse } from '@oakbell/core/rosters';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, client } from '../../shared/api/index.ts';
import { ProblemNote } from '../../shared/ui/index.ts';
import { Discard } from './Discard.tsx';
import type { Roster } from './rosters.ts';

const USES: readonly { readonly value: ColumnUse | ''; readonly label: string }[] = [
  { value: '', label: 'Left aside' },
  { value: 'name', label: 'Whole name' },
  { value: 'given', label: 'Given name' },
  { value: 'family', label: 'Family name' },
  { value: 'class', label: 'Class' },
  { value: 'course', label: 'Course' },
  { value: 'number', label: 'School number' },
  { value: 'signInName', label: 'Sign-in name' },
  { value: 'mail', label: 'Mail address' },
  { value: 'kind', label: 'Teacher or learner' },
];
/** Wider lists are scrolled; so many columns are shown at first. */
const MOST_SHOWN = 30;

/** What the columns of a list hold: guessed, shown on its first lines, and confirmed. */
export function Columns({ roster }: { readonly roster: Roster }) {
  const queries = useQueryClient();
  const [reading, setReading] = useState(roster.reading ?? EMPTY);
  const [all, setAll] = useState(false);
  const rows = roster.sample ?? [];
  const width = Math.max(reading.columns.length, ...rows.map((row) => row.length));
  const columns = Array.from({ length: width }, (_, i) => (reading.columns[i] ?? null) as ColumnUse | null);
  const shown = all ? columns : columns.slice(0, MOST_SHOWN);
  const fault = readingFault({ ...reading, columns });
  const confirm = useMutation({
    mutationFn: () =>
      call(
        client.PUT('/api/rosters/{id}/reading', {
          params: { path: { id: roster.id } },
          body: { ...reading, columns },
        }),
      ),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['rosters'] }),
  });
  const names = reading.hasNames ? rows[0] : undefined;
  const body = reading.hasNames ? rows.slice(1) : rows;
  return (
    <>
      <Title order={2} mb="xs">
        What do its columns hold?
      </Title>
      <Text c="dimmed" mb="sm">
        These are its first lines. Change what was guessed wrong.
      </Text>
      <div style={{ overflowX: 'auto', position: 'relative' }} tabIndex={0} role="region" aria-label="The first lines">
        <Table className="ob-card" verticalSpacing="xs" withColumnBorders>
          <Table.Thead>
            <Table.Tr>
              {shown.map((use, i) => (
                <Table.Th key={i} style={{ minWidth: 150 }}>
                  <NativeSelect
                    aria-label={`Column ${i + 1}${names?.[i] ? `, ${names[i]}` : ''}`}
                    data={[...USES]}
                    value={use ?? ''}
                    onChange={(event) => {
                      const value = (event.currentTarget.value || null) as ColumnUse | null;
                      setReading({ ...reading, columns: columns.map((one, at) => (at === i ? value : one)) });
                    }}
                  />
                  {names && (
                    <Text size="sm" c="dimmed" mt={4}>
                      <bdi>{names[i]}</bdi>
                    </Text>
                  )}
                </Table.Th>
              ))}
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {body.map((row, at) => (
              <Table.Tr key={at}>
                {shown.map((use, i) => (
                  <Table.Td key={i} c={use === null ? 'dimmed' : undefined}>
                    <bdi>{row[i]}</bdi>
                  </Table.Td>
                ))}
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </div>
      {!all && width > MOST_SHOWN && (
        <Button variant="subtle" mt="xs" onClick={() => setAll(true)}>
          Show all {width} columns
        </Button>
      )}
      <Group mt="md" align="end">
        <NativeSelect
          label="They are"
          description={columns.includes('kind') ? 'Where their line does not say.' : undefined}
          data={[
            { value: 'learner', label: 'Learners' },
            { value: 'teacher', label: 'Teachers' },
          ]}
          value={reading.part}
          onChange={(event) => setReading({ ...reading, part: event.currentTarget.value as 'learner' })}
        />
        <TextInput
          label="Class"
          description={columns.includes('class') ? 'For lines that name none.' : 'All of them join it. May stay empty.'}
          maxLength={80}
          value={reading.className}
          onChange={(event) => setReading({ ...reading, className: event.currentTarget.value })}
        />
      </Group>
      <Checkbox
        mt="md"
        label="The first line names the columns"
        checked={reading.hasNames}
        onChange={(event) => setReading({ ...reading, hasNames: event.currentTarget.checked })}
      />
      <Checkbox
        mt="sm"
        label="The list is whole: learners who are not in it leave its classes"
        checked={reading.isWhole}
        onChange={(event) => setReading({ ...reading, isWhole: event.currentTarget.checked })}
      />
      <Text role="status" fw={600} mt="sm">
        {fault}
      </Text>
      <ProblemNote failure={confirm.error} />
      <Group mt="md">
        <Button disabled={fault !== null} loading={confirm.isPending} onClick={() => confirm.mutate()}>
          Show what would change
        </Button>
        <Discard roster={roster}>Put it away</Discard>
      </Group>
    </>
  );
}
const EMPTY: NonNullable<Roster['reading']> = {
  columns: [],
  hasNames: true,
  className: '',
  part: 'learner',
  isWhole: false,
};
