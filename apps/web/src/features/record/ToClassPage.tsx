import { Button, Menu } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useNavigate, useSearchParams } from 'react-router';
import { call, client, once, type Api } from '../../shared/api/index.ts';
import { offerUndo, ProblemNote } from '../../shared/ui/index.ts';
import styles from './Record.module.css';

/** What was just recorded as a quick word: on a class page for today, in two presses; in one where the class is known. */
export function ToClassPage({ lessonId }: { readonly lessonId: string }) {
  const [search] = useSearchParams();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const classes = useQuery({ queryKey: ['classes'], queryFn: () => call(client.GET('/api/classes')) });
  const put = useMutation({
    mutationFn: ({ id }: Api['ClassDto']) =>
      once((header) =>
        call(client.POST('/api/classes/{id}/words', { params: { path: { id }, header }, body: { lessonId } })),
      ),
    onSuccess: ({ id: word }, { id, name }) => {
      const refresh = () => queries.invalidateQueries({ queryKey: ['class-page', id] });
      offerUndo(`It is on the page of ${name} for today. It goes by itself at midnight.`, () =>
        call(client.DELETE('/api/classes/{id}/words/{word}', { params: { path: { id, word } } })).finally(refresh),
      );
      void refresh();
      void navigate(`/classes/${id}/page`);
    },
  });
  const all = classes.data ?? [];
  const meant = all.find(({ id }) => id === search.get('for'));
  if (all.length === 0) return null;
  return (
    <>
      {meant ? (
        <Button className={styles.long} loading={put.isPending} onClick={() => put.mutate(meant)}>
          Put it on the page of {meant.name}
        </Button>
      ) : (
        <Menu>
          <Menu.Target>
            <Button variant="default" loading={put.isPending}>
              Quick word for a class …
            </Button>
          </Menu.Target>
          <Menu.Dropdown>
            <Menu.Label>On the class page until midnight</Menu.Label>
            {all.map((one) => (
              <Menu.Item key={one.id} onClick={() => put.mutate(one)}>
                {one.name}
              </Menu.Item>
            ))}
          </Menu.Dropdown>
        </Menu>
      )}
      <ProblemNote failure={put.error} />
    </>
  );
}
