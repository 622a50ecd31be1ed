import { Progress, Text, Title } from '@mantine/core';
import { Dropzone } from '@mantine/dropzone';
import '@mantine/dropzone/styles.layer.css';
import { useQuery } from '@tanstack/react-query';
import { Link, useNavigate } from 'react-router';
import { call, client, useBringing } from '../../shared/api/index.ts';
import { ManyRows, PageTitle, ProblemNote, Show, whenText } from '../../shared/ui/index.ts';
import { STATE_WORDS, type Roster } from './rosters.ts';

/** Files of people that were brought, and the place where the next one is put. */
export function RostersPage() {
  const navigate = useNavigate();
  const rosters = useQuery({ queryKey: ['rosters'], queryFn: () => call(client.GET('/api/rosters')) });
  const { bring, share, failure } = useBringing<never>('/api/rosters', (made) => {
    const { id } = made as unknown as Roster;
    void navigate(`/rosters/${id}`);
  });
  return (
    <div className="ob-page">
      <PageTitle>Rosters</PageTitle>
      <Title order={1} mb="xs">
        Rosters
      </Title>
      <Text c="dimmed" mb="md">
        People and classes from the program in which your school keeps them. You see what would change before anything
        does, and can take it back for a day.
      </Text>
      {share === null ? (
        <Dropzone
          onDrop={(files) => bring(...files)}
          multiple={false}
          inputProps={{ 'aria-label': 'Bring a roster' }}
          p="xl"
          radius={6}
        >
          <Text fw={600} ta="center">
            Drop a CSV file or a OneRoster zip here
          </Text>
          <Text size="sm" c="dimmed" ta="center">
            or press to choose. A list with a line for each person, or OneRoster 1.1 or 1.2; up to 40 MB.
          </Text>
        </Dropzone>
      ) : (
        <div role="status">
          <Text size="sm">Sending: {Math.round(share * 100)} %</Text>
          <Progress value={share * 100} aria-label="Sent" />
        </div>
      )}
      <ProblemNote failure={failure} />
      <Show of={rosters} what="Fetching what was brought before">
        {(all) =>
          all.length > 0 && (
            <>
              <Title order={2} mt="xl" mb="xs">
                Brought before
              </Title>
              <ManyRows rows={all}>
                {(one) => (
                  <li key={one.id} className="ob-row">
                    <div className="ob-row-main">
                      <Link className="ob-link" to={`/rosters/${one.id}`}>
                        <bdi>{one.name}</bdi>
                      </Link>
                      <Text size="sm" c="dimmed">
                        {whenText(one.createdAt)}, by <bdi>{one.by}</bdi>
                      </Text>
                    </div>
                    <Text>{STATE_WORDS[one.state]}</Text>
                  </li>
                )}
              </ManyRows>
            </>
          )
        }
      </Show>
    </div>
  );
}
