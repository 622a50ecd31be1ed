import { Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { call, client, type Api } from '../../shared/api/index.ts';
import { Show, whenText } from '../../shared/ui/index.ts';

/** What is watched is told to a record store: whether it takes it. */
export function SchoolRecords() {
  const records = useQuery({
    queryKey: ['school', 'records'],
    queryFn: () => call(client.GET('/api/school/records')),
    staleTime: 0,
  });
  return (
    <section aria-labelledby="school-records" style={{ maxWidth: 640, marginTop: 32 }}>
      <Title order={2} id="school-records" mb="xs">
        Record store
      </Title>
      <Show of={records} what="Looking what the record store takes">
        {(known) =>
          known.host === null ? (
            <Text c="dimmed">
              What is watched is told to no record store. Whoever runs the server finds in the operations handbook how
              to name one.
            </Text>
          ) : (
            <>
              <Text>
                What is watched is told to {known.host}, without the names of learners. {standing(known)}
              </Text>
              {known.problem !== '' && (
                <Text role="alert">
                  {known.problem} Nothing is lost: it is told again
                  {known.nextAt ? ` from ${whenText(known.nextAt)} on` : ''}.
                </Text>
              )}
            </>
          )
        }
      </Show>
    </section>
  );
}

function standing({ waiting, since, triedAt }: Api['RecordStoreDto']): string {
  if (waiting > 0) return `${waiting} ${waiting === 1 ? 'visit waits' : 'visits wait'} since ${whenText(since ?? '')}.`;
  return triedAt ? `All was told, ${whenText(triedAt)}.` : 'Nothing was told yet.';
}
