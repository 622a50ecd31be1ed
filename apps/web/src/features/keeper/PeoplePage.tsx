import { Table, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { call, client } from '../../shared/api/index.ts';
import { PageTitle, Show } from '../../shared/ui/index.ts';

/** Who may sign in. */
export function PeoplePage() {
  const people = useQuery({ queryKey: ['people'], queryFn: () => call(client.GET('/api/people')) });
  return (
    <div className="ob-page">
      <PageTitle>People</PageTitle>
      <Title order={1}>People</Title>
      <Text c="dimmed" mb="md">
        Everyone who may sign in.
      </Text>
      <Show of={people} what="Fetching the list">
        {(all) => (
          <Table className="ob-card" verticalSpacing="xs">
            <Table.Thead>
              <Table.Tr>
                <Table.Th>Name</Table.Th>
                <Table.Th>Signs in as</Table.Th>
                <Table.Th>Kind</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {all.map((person) => (
                <Table.Tr key={person.id}>
                  <Table.Td>{person.name}</Table.Td>
                  <Table.Td>{person.signInName}</Table.Td>
                  <Table.Td>{person.role}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        )}
      </Show>
    </div>
  );
}
