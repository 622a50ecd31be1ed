import { Button, Group, Table, Text, Title } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { call, client, useSession, type Api } from '../../shared/api/index.ts';
import { FieldsDialog } from '../../shared/dialogs/index.ts';
import { Empty, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import { SeenLines } from './SeenLines.tsx';

type Known = Api['KnownDto'];
const MB = 1024 * 1024;

/** What is known of a person, and who of the staff saw or changed it. */
export function PersonPage() {
  const { person: id = '' } = useParams();
  const known = useQuery({
    queryKey: ['people', 'known', id],
    queryFn: () => call(client.GET('/api/people/{id}', { params: { path: { id } } })),
    staleTime: 0,
  });
  return (
    <div className="ob-page">
      <PageTitle>{known.data?.name ?? 'A person'}</PageTitle>
      <Text mb={4}>
        <Link to="/people" className="ob-link">
          People
        </Link>
      </Text>
      <Show of={known} what="Fetching what is known">
        {(one) => <Facts known={one} />}
      </Show>
    </div>
  );
}

function Facts({ known }: { readonly known: Known }) {
  const me = useSession();
  const queries = useQueryClient();
  const { id } = known;
  const [changing, setChanging] = useState(false);
  const signOut = useMutation({
    mutationFn: () => call(client.DELETE('/api/people/{id}/sessions', { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: ['people'] }),
  });
  return (
    <>
      <Group justify="space-between" mb="md">
        <Title order={1}>
          <bdi>{known.name}</bdi>
        </Title>
        <Button variant="default" ml="auto" onClick={() => setChanging(true)}>
          Change names and address
        </Button>
        {id !== me?.id && known.devices > 0 && (
          <Button variant="default" loading={signOut.isPending} onClick={() => signOut.mutate()}>
            Sign out everywhere
          </Button>
        )}
      </Group>
      {changing && (
        <FieldsDialog
          title={`Names of ${known.name}`}
          action="Save"
          fields={[
            { name: 'name', label: 'Name', max: 120, now: known.name },
            { name: 'signInName', label: 'Signs in as', max: 80, plain: true, now: known.signInName },
            {
              name: 'mail',
              label: 'Mail address',
              description: 'How the school’s own sign-in knows them. May stay empty.',
              max: 254,
              plain: true,
              optional: true,
              now: known.mail ?? '',
            },
          ]}
          onSave={({ mail, ...names }) =>
            call(
              client.PATCH('/api/people/{id}', { params: { path: { id } }, body: { ...names, mail: mail || null } }),
            ).then(() => queries.invalidateQueries({ queryKey: ['people'] }))
          }
          onClose={() => setChanging(false)}
        />
      )}
      <ProblemNote failure={signOut.error} />
      <Title order={2} mb="xs">
        What is known
      </Title>
      <Table className="ob-card" variant="vertical" layout="fixed" mb="xl">
        <Table.Tbody>
          {factsOf(known).map(([what, value]) => (
            <Table.Tr key={what}>
              <Table.Th w="38%" bg="transparent">
                {what}
              </Table.Th>
              <Table.Td style={{ overflowWrap: 'anywhere' }}>{value}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <Title order={2} mb="xs">
        Who saw or changed it
      </Title>
      {known.lines.length === 0 ? <Empty title="Nobody of the staff yet" /> : <SeenLines lines={known.lines} />}
    </>
  );
}

function factsOf(known: Known): readonly (readonly [string, ReactNode])[] {
  const { role, classes } = known;
  const state = known.leftAt
    ? `has left, ${whenText(known.leftAt)}`
    : known.isNew
      ? 'has not signed in yet'
      : known.devices === 0
        ? 'signed in nowhere now'
        : `signed in on ${known.devices === 1 ? 'one device' : `${known.devices} devices`}, last ${known.lastAt ? whenText(known.lastAt) : ''}`;
  return [
    ...(known.registerName ? [['In the register', known.registerName] as const] : []),
    ['Kind', role],
    ['Signs in as', known.signInName],
    ['State', state],
    ['Mail address', known.mail ?? 'none'],
    ['School number', known.rosterKey?.replace(/^\w+:/, '') ?? 'none'],
    ['Here since', whenText(known.createdAt)],
    [
      'Classes',
      classes.length === 0
        ? 'none'
        : classes.map((one, i) => (
            <span key={one.id}>
              {i > 0 && ', '}
              <Link className="ob-link" to={`/classes/${one.id}`}>
                <bdi>{one.name}</bdi>
              </Link>
              {role === 'learner' ? '' : ` (${one.part})`}
            </span>
          )),
    ],
    ...(role === 'learner'
      ? ([
          ['Hand-ins', known.handIns.toLocaleString('en')],
          ['Replies to classmates', known.replies.toLocaleString('en')],
          ['Worksheets written on', known.worksheets.toLocaleString('en')],
          ['Lessons opened', known.watched.toLocaleString('en')],
        ] as const)
      : ([['Lessons made', known.lessons.toLocaleString('en')]] as const)),
    ['Files kept', `${(known.bytes / MB).toLocaleString('en', { maximumFractionDigits: 1 })} MB`],
  ];
}
