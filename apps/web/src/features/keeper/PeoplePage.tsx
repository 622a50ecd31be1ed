import { ActionIcon, Button, Group, Menu, NativeSelect, Table, Text, TextInput, Title } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { IconDots, IconPlus, IconSearch } from '@tabler/icons-react';
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { AddNames, FirstPasswordDialog } from '../../kits/roster/index.ts';
import { call, client, useSession, type Api } from '../../shared/api/index.ts';
import { FieldsDialog } from '../../shared/dialogs/index.ts';
import { Empty, PageTitle, ProblemNote, Show, useAsked } from '../../shared/ui/index.ts';

type Person = Api['RosterPersonDto'];
type Role = Person['role'];
const ROLES: readonly { readonly value: Role; readonly one: string; readonly several: string }[] = [
  { value: 'teacher', one: 'teacher', several: 'teachers' },
  { value: 'learner', one: 'learner', several: 'learners' },
  { value: 'keeper', one: 'keeper', several: 'keepers' },
];
const OPTIONS = ROLES.map(({ value, several }) => ({
  value,
  label: several.replace(/^./, (first) => first.toUpperCase()),
}));
/** How long a pause in typing is, in ms, after which is looked. */
const PAUSE_MS = 200;
/** The server tells of so many at once. */
const SHOWN = 100;

/** Everybody who may sign in: found, added, let in again and sent away. */
export function PeoplePage() {
  const [search, askFor] = useAsked();
  const words = search.get('words') ?? '';
  const role = (search.get('role') ?? '') as Role | '';
  const [from, setFrom] = useState(0);
  const [asked] = useDebouncedValue(words, PAUSE_MS);
  const [adding, setAdding] = useState(search.has('new'));
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: ['people'] });
  const people = useQuery({
    queryKey: ['people', asked, role, from],
    queryFn: () =>
      call(client.GET('/api/people', { params: { query: { words: asked, from, ...(role && { role }) } } })),
    placeholderData: keepPreviousData,
  });
  const ask = (name: string, value: string) => {
    setFrom(0);
    askFor({ new: null, [name]: value });
  };
  return (
    <div className="ob-page">
      <PageTitle>People</PageTitle>
      <Group justify="space-between" mb="md">
        <Title order={1}>People</Title>
        <Button leftSection={<IconPlus size={18} aria-hidden />} onClick={() => setAdding(true)}>
          Add people
        </Button>
      </Group>
      <Group mb="md" align="end">
        <TextInput
          style={{ flex: 1, minWidth: 200 }}
          aria-label="Search by name"
          placeholder="Search by name"
          leftSection={<IconSearch size={18} aria-hidden />}
          value={words}
          maxLength={80}
          onChange={(event) => ask('words', event.currentTarget.value)}
        />
        <NativeSelect
          aria-label="Whom to show"
          data={[{ value: '', label: 'Everybody' }, ...OPTIONS]}
          value={role}
          onChange={(event) => ask('role', event.currentTarget.value)}
        />
      </Group>
      <Show of={people} what="Fetching the list">
        {({ people: rows, total }) =>
          total === 0 ? (
            <Empty title="Nobody is called that">Try fewer letters, or look among everybody.</Empty>
          ) : (
            <>
              <Text c="dimmed" mb="xs" role="status">
                {total === 1 ? 'One person' : `${total} people`}
                {total > SHOWN && `, ${from + 1} to ${from + rows.length} of them here`}
              </Text>
              <PeopleTable rows={rows} onChange={refresh} />
              {total > SHOWN && (
                <Group mt="sm">
                  <Button variant="default" disabled={from === 0} onClick={() => setFrom(from - SHOWN)}>
                    Earlier
                  </Button>
                  <Button variant="default" disabled={from + SHOWN >= total} onClick={() => setFrom(from + SHOWN)}>
                    Later
                  </Button>
                </Group>
              )}
            </>
          )
        }
      </Show>
      {adding && (
        <AddPeople
          onClose={() => {
            setAdding(false);
            ask('new', '');
          }}
          onAdded={refresh}
        />
      )}
    </div>
  );
}

function AddPeople({ onClose, onAdded }: { readonly onClose: () => void; readonly onAdded: () => Promise<unknown> }) {
  const [role, setRole] = useState<Role>('teacher');
  const { one, several } = ROLES.find(({ value }) => value === role) ?? { one: 'person', several: 'people' };
  return (
    <AddNames
      title="Add people"
      noun={[one, several]}
      onAdd={(names) =>
        call(client.POST('/api/people', { body: { role, people: names.map((name) => ({ name })) } })).then(onAdded)
      }
      onClose={onClose}
    >
      <NativeSelect
        mt="sm"
        label="They are"
        description={role === 'learner' ? 'Learners are best added in their class.' : undefined}
        data={OPTIONS}
        value={role}
        onChange={(event) => setRole(event.currentTarget.value as Role)}
      />
    </AddNames>
  );
}

function PeopleTable({
  rows,
  onChange,
}: {
  readonly rows: readonly Person[];
  readonly onChange: () => Promise<unknown>;
}) {
  const me = useSession();
  const [letIn, setLetIn] = useState<Person | null>(null);
  const [renamed, setRenamed] = useState<Person | null>(null);
  const setLeft = useMutation({
    mutationFn: ({ id, left }: { id: string; left: boolean }) =>
      call(client.PUT('/api/people/{id}/left', { params: { path: { id } }, body: { left } })),
    onSettled: onChange,
  });
  return (
    <>
      <ProblemNote failure={setLeft.error} />
      <div style={{ overflowX: 'auto', position: 'relative' }} tabIndex={0} role="region" aria-label="People">
        <Table className="ob-card" verticalSpacing="xs">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Name</Table.Th>
              <Table.Th>Signs in as</Table.Th>
              <Table.Th>Kind</Table.Th>
              <Table.Th>State</Table.Th>
              <Table.Th>
                <span className="ob-hidden">More</span>
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {rows.map((person) => (
              <Table.Tr key={person.id}>
                <Table.Td>
                  <Link className="ob-link" to={`/people/${person.id}`}>
                    <bdi>{person.name}</bdi>
                  </Link>
                </Table.Td>
                <Table.Td>{person.signInName}</Table.Td>
                <Table.Td>{person.role}</Table.Td>
                <Table.Td>{person.leftAt ? 'has left' : person.isNew ? 'has not signed in yet' : ''}</Table.Td>
                <Table.Td>
                  <Menu>
                    <Menu.Target>
                      <ActionIcon
                        size={44}
                        variant="subtle"
                        color="var(--ob-text)"
                        aria-label={`More for ${person.name}`}
                      >
                        <IconDots aria-hidden />
                      </ActionIcon>
                    </Menu.Target>
                    <Menu.Dropdown>
                      <Menu.Item onClick={() => setRenamed(person)}>Change names</Menu.Item>
                      {person.id !== me?.id && !person.leftAt && (
                        <Menu.Item onClick={() => setLetIn(person)}>
                          {person.isNew ? 'Show the first password' : 'Forgotten password'}
                        </Menu.Item>
                      )}
                      {person.id !== me?.id && (
                        <Menu.Item onClick={() => setLeft.mutate({ id: person.id, left: !person.leftAt })}>
                          {person.leftAt ? 'Is back' : 'Has left the school'}
                        </Menu.Item>
                      )}
                    </Menu.Dropdown>
                  </Menu>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </div>
      {letIn && <FirstPasswordDialog person={letIn} onGiven={onChange} onClose={() => setLetIn(null)} />}
      {renamed && (
        <FieldsDialog
          title={`Names of ${renamed.name}`}
          action="Save"
          fields={[
            { name: 'name', label: 'Name', max: 120, now: renamed.name },
            {
              name: 'signInName',
              label: 'Signs in as',
              description: 'From the next time on.',
              max: 80,
              plain: true,
              now: renamed.signInName,
            },
          ]}
          onSave={(body) =>
            call(client.PATCH('/api/people/{id}', { params: { path: { id: renamed.id } }, body })).then(onChange)
          }
          onClose={() => setRenamed(null)}
        />
      )}
    </>
  );
}
