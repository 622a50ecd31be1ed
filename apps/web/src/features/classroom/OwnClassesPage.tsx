import { Button, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, Navigate } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { Empty, ManyRows, PageTitle, Show } from '../../shared/ui/index.ts';

/** The classes that a learner is in; the page of the only one at once. */
export function OwnClassesPage() {
  const classes = useQuery({ queryKey: ['desk', 'classes'], queryFn: () => call(client.GET('/api/own-classes')) });
  return (
    <div className="ob-page">
      <PageTitle>Classes</PageTitle>
      <Title order={1} mb="md">
        Classes
      </Title>
      <Show of={classes} what="Fetching your classes">
        {(all) => {
          const [only, second] = all;
          if (only && !second) return <Navigate to={`/class/${only.id}`} replace />;
          if (!only)
            return (
              <Empty
                title="You are in no class yet"
                action={
                  <Button component={Link} to="/desk">
                    To your desk
                  </Button>
                }
              >
                Ask your teacher for the code of your class, and join it from your desk.
              </Empty>
            );
          return (
            <ManyRows rows={all}>
              {({ id, name, course }) => (
                <li key={id} className="ob-row">
                  <div className="ob-row-main">
                    <Link className="ob-link" to={`/class/${id}`}>
                      <bdi>{name}</bdi>
                    </Link>
                    <Text size="sm" c="dimmed">
                      <bdi>{course}</bdi>
                    </Text>
                  </div>
                </li>
              )}
            </ManyRows>
          );
        }}
      </Show>
    </div>
  );
}
