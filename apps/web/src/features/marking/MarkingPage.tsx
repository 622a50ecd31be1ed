import { Button, Text, Title } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { call, client } from '../../shared/api/index.ts';
import { dayDistance, Empty, PageTitle, Show } from '../../shared/ui/index.ts';

/** The piles of hand-ins, one for each assignment. */
export function MarkingPage() {
  const piles = useQuery({ queryKey: ['marking'], queryFn: () => call(client.GET('/api/marking')) });
  return (
    <div className="ob-page">
      <PageTitle>Marking</PageTitle>
      <Title order={1} mb="md">
        Marking
      </Title>
      <Show of={piles} what="Fetching the hand-ins">
        {(all) =>
          all.length === 0 ? (
            <Empty title="Nothing is handed in yet">
              When you assign a lesson with something to hand in, it comes here.
            </Empty>
          ) : (
            <ul className="ob-rows ob-card">
              {[...all]
                .sort((a, b) => b.waiting - a.waiting)
                .map((pile) => (
                  <li key={pile.assignmentId} className="ob-row">
                    <div className="ob-row-main">
                      <Link className="ob-link" to={`/marking/${pile.assignmentId}`}>
                        {pile.title}
                      </Link>
                      <Text size="sm" c="dimmed">
                        {pile.className} · due {dayDistance(pile.dueAt, new Date())} · {pile.handedBack} handed back ·{' '}
                        {pile.learners - pile.waiting - pile.handedBack} not handed in
                        {pile.writing > 0 && (
                          <>
                            {' · '}
                            <Link to={`/marking/${pile.assignmentId}/worksheets`}>
                              {pile.writing === 1
                                ? '1 writes on the worksheet'
                                : `${pile.writing} write on the worksheet`}
                            </Link>
                          </>
                        )}
                      </Text>
                    </div>
                    <Button
                      component={Link}
                      to={`/marking/${pile.assignmentId}`}
                      variant={pile.waiting > 0 ? 'filled' : 'default'}
                    >
                      {pile.waiting > 0 ? `Mark ${pile.waiting}` : 'Look'}
                    </Button>
                  </li>
                ))}
            </ul>
          )
        }
      </Show>
    </div>
  );
}
