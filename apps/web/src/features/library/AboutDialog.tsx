import { Modal, Stack, Table, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call, client, type Api, type LibraryRow } from '../../shared/api/index.ts';
import { dueText, ShareText, Show, sizeText } from '../../shared/ui/index.ts';

/** Where a lesson is used, how much of it was seen there, and how much room it takes. */
export function AboutDialog({ lesson, onClose }: { readonly lesson: LibraryRow; readonly onClose: () => void }) {
  const about = useQuery({
    queryKey: ['about', lesson.id],
    queryFn: () => call(client.GET('/api/lessons/{id}/about', { params: { path: { id: lesson.id } } })),
  });
  return (
    <Modal opened onClose={onClose} size="lg" title={`About “${lesson.title}”`}>
      <Show of={about} what="Looking where it is used">
        {(told) => (
          <Stack>
            <Uses lesson={lesson} about={told} />
            {told.playedIn.length > 0 && (
              <section aria-label="Lessons that play from it">
                <Title order={3}>Lessons that play from it</Title>
                <ul className="ob-plain">
                  {told.playedIn.map(({ id, title }) => (
                    <li key={id}>
                      <Link className="ob-link" to={`/lessons/${id}/polish`}>
                        <bdi>{title}</bdi>
                      </Link>
                    </li>
                  ))}
                </ul>
              </section>
            )}
            <Kept bytes={told.bytes} />
          </Stack>
        )}
      </Show>
    </Modal>
  );
}

function Uses({ lesson, about: { uses, elsewhere } }: { lesson: LibraryRow; about: Api['AboutLessonDto'] }) {
  const others =
    elsewhere > 0 && `It is used in ${elsewhere === 1 ? 'one class' : `${elsewhere} classes`} of colleagues as well.`;
  if (uses.length === 0) return <Text>{others || 'It was not given to a class yet.'}</Text>;
  return (
    <section aria-label="Where it is used">
      <Table captionSide="top">
        <Table.Caption ta="left" mt={0}>
          Where it is used, and how much of it a class has seen on average
        </Table.Caption>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Class</Table.Th>
            <Table.Th>Due</Table.Th>
            <Table.Th>Begun</Table.Th>
            <Table.Th>Seen</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {uses.map((use) => (
            <Table.Tr key={use.assignmentId}>
              <Table.Td>
                <Link className="ob-link" to={`/lessons/${lesson.id}/watched?assignment=${use.assignmentId}`}>
                  <bdi>{use.className}</bdi>
                </Link>
              </Table.Td>
              <Table.Td>{dueText(use.dueAt, new Date())}</Table.Td>
              <Table.Td>
                {use.begun} of {use.learners}
              </Table.Td>
              <Table.Td>
                <ShareText share={use.seen} />
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {others && <Text size="sm">{others}</Text>}
    </section>
  );
}

const KEPT = [
  ['voice', 'voice'],
  ['camera', 'camera'],
  ['pages', 'pages'],
  ['editions', 'editions'],
] as const;

function Kept({ bytes }: { readonly bytes: Api['LessonBytesDto'] }) {
  const all = KEPT.reduce((sum, [name]) => sum + bytes[name], 0);
  const parts = KEPT.filter(([name]) => bytes[name] > 0).map(([name, word]) => `${word} ${sizeText(bytes[name])}`);
  return (
    <Text size="sm" c="dimmed">
      {all === 0 ? 'It takes no room yet.' : `It takes ${sizeText(all)}: ${parts.join(', ')}.`}
    </Text>
  );
}
