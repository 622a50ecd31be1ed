import { Button, Group, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { call, client, useSession } from '../../shared/api/index.ts';
import { FieldsDialog } from '../../shared/dialogs/index.ts';
import { Empty, ManyRows, PageTitle, Show } from '../../shared/ui/index.ts';
import { classFields } from './classFields.ts';

export const learnersText = (count: number): string => `${count} ${count === 1 ? 'learner' : 'learners'}`;

/** A teacher's classes, or all of the school for whoever keeps it. */
export function ClassesPage() {
  const keeps = useSession()?.role === 'keeper';
  const navigate = useNavigate();
  const [making, setMaking] = useState(false);
  const classes = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  const make = <Button onClick={() => setMaking(true)}>Make a class</Button>;
  return (
    <div className="ob-page">
      <PageTitle>Classes</PageTitle>
      <Group justify="space-between" mb="md">
        <Title order={1}>Classes</Title>
        {(classes.data?.length ?? 0) > 0 && make}
      </Group>
      <Show of={classes} what={keeps ? 'Fetching the classes' : 'Fetching your classes'}>
        {(all) =>
          all.length === 0 ? (
            <Empty
              title={keeps ? 'This school has no class yet' : 'You teach no class yet'}
              action={
                <Group>
                  {make}
                  {keeps && (
                    <Button component={Link} to="/rosters" variant="default">
                      Bring a roster
                    </Button>
                  )}
                </Group>
              }
            >
              {keeps
                ? 'Make one and add its learners by name, or bring everybody from the program in which your school keeps them.'
                : 'Make one, then add its learners by name.'}
            </Empty>
          ) : (
            <ManyRows rows={all}>
              {(one) => (
                <li key={one.id} className="ob-row">
                  <div className="ob-row-main">
                    <Link className="ob-link" to={`/classes/${one.id}`}>
                      <bdi>{one.name}</bdi>
                    </Link>
                    {(one.course || one.term) && (
                      <Text size="sm" c="dimmed">
                        <bdi>{[one.course, one.term].filter(Boolean).join(', ')}</bdi>
                      </Text>
                    )}
                  </div>
                  <Text>{learnersText(one.learners)}</Text>
                  {!keeps && (
                    <Button
                      component={Link}
                      to={`/classes/${one.id}/page`}
                      variant="default"
                      size="sm"
                      aria-label={`Class page of ${one.name}`}
                    >
                      Class page
                    </Button>
                  )}
                </li>
              )}
            </ManyRows>
          )
        }
      </Show>
      {making && (
        <FieldsDialog
          title="A new class"
          action="Make it"
          fields={classFields()}
          onSave={async (body) => {
            const { id } = await call(client.POST('/api/classes', { body }));
            await navigate(`/classes/${id}`);
          }}
          onClose={() => setMaking(false)}
        />
      )}
    </div>
  );
}
