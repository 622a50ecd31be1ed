import { Button, NativeSelect, Stack } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { call, client, type Api } from '../../shared/api/index.ts';
import { Empty, Show, whenText } from '../../shared/ui/index.ts';
import { SideBySide } from './SideBySide.tsx';
import { Watched } from './Watched.tsx';

/** Who really watched: a row for each learner, and the class's warmth on the same axis above. */
export function WatchedStep() {
  const { lesson: id = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const given = useQuery({
    queryKey: ['lesson-assignments', id],
    queryFn: () => call(client.GET('/api/lessons/{id}/assignments', { params: { path: { id } } })),
  });
  return (
    <div className="ob-page" style={{ width: '100%' }}>
      <Show of={given} what="Looking at the assignments">
        {(assignments) => {
          const chosen = assignments.find((one) => one.id === search.get('assignment')) ?? assignments[0];
          if (!chosen) {
            return (
              <Empty
                title="Nobody has been given this lesson yet"
                action={
                  <Button component={Link} to={`/lessons/${id}/assign`}>
                    Assign
                  </Button>
                }
              >
                Give it to a class; then see here who has watched what.
              </Empty>
            );
          }
          return (
            <Stack>
              {assignments.length > 1 && (
                <NativeSelect
                  label="Class"
                  maw={280}
                  value={chosen.id}
                  onChange={(event) => setSearch({ assignment: event.currentTarget.value })}
                  data={choicesOf(assignments)}
                />
              )}
              <Watched key={chosen.id} assignmentId={chosen.id} of={id} isMine />
              {assignments.length > 1 && (
                <SideBySide lessonId={id} chosen={chosen.id} onChoose={(assignment) => setSearch({ assignment })} />
              )}
            </Stack>
          );
        }}
      </Show>
    </div>
  );
}

/** Its classes to choose from; one that was given it more than once is told apart by when each is due. */
const choicesOf = (assignments: readonly Api['AssignmentDto'][]) =>
  assignments.map(({ id, className, dueAt }) => {
    const isTwice = assignments.filter((one) => one.className === className).length > 1;
    return { value: id, label: isTwice ? `${className}, due ${whenText(dueAt)}` : className };
  });
