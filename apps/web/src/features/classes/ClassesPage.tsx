import { Accordion, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { call, client } from '../../shared/api/index.ts';
import { Empty, PageTitle, Show } from '../../shared/ui/index.ts';

/** The classes of a teacher and who is in them. */
export function ClassesPage() {
  const mine = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  return (
    <div className="ob-page">
      <PageTitle>Classes</PageTitle>
      <Title order={1} mb="md">
        Classes
      </Title>
      <Show of={mine} what="Fetching your classes">
        {(all) =>
          all.length === 0 ? (
            <Empty title="You teach no class yet">Your school keeper brings classes in. Ask for yours.</Empty>
          ) : (
            <Accordion variant="separated" defaultValue={all[0]!.id}>
              {all.map((one) => (
                <Accordion.Item key={one.id} value={one.id}>
                  <Accordion.Control>
                    <Text fw={700}>{one.name}</Text>
                    <Text size="sm" c="dimmed">
                      {one.course} · {one.learners} learners
                    </Text>
                  </Accordion.Control>
                  <Accordion.Panel>
                    <Roster id={one.id} />
                  </Accordion.Panel>
                </Accordion.Item>
              ))}
            </Accordion>
          )
        }
      </Show>
    </div>
  );
}

function Roster({ id }: { readonly id: string }) {
  const found = useQuery({
    queryKey: ['class', id],
    queryFn: () => call(client.GET('/api/classes/{id}', { params: { path: { id } } })),
  });
  return (
    <Show of={found} what="Fetching the roster">
      {({ roster }) => (
        <ul style={{ columns: '3 200px', margin: 0, paddingLeft: 18 }}>
          {roster.map((learner) => (
            <li key={learner.id}>{learner.name}</li>
          ))}
        </ul>
      )}
    </Show>
  );
}
