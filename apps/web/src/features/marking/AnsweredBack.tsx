import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Thread, type ThreadOf } from '../../kits/thread/index.ts';
import { call, client, learnMedia, sendFiles } from '../../shared/api/index.ts';
import { Show } from '../../shared/ui/index.ts';
import classes from './Marking.module.css';

/** What a learner says of the feedback, and what is said to it. */
export function AnsweredBack({ submissionId: id }: { readonly submissionId: string }) {
  const queries = useQueryClient();
  const key = ['marking', 'words', id];
  const words = useQuery({
    queryKey: key,
    queryFn: () => call(client.GET('/api/marking/hand-ins/{id}/words', { params: { path: { id } } })).then(learnMedia),
  });
  const send: ThreadOf['send'] = async ({ text, ink, voice }, { header, signal }) => {
    if (voice) await sendFiles('POST', `/api/marking/hand-ins/${id}/words/spoken`, [voice], { header, signal });
    else
      await call(
        client.POST('/api/marking/hand-ins/{id}/words', {
          params: { path: { id }, header },
          body: { text, ...(ink === '' ? {} : { ink }) },
          signal,
        }),
      );
    await queries.invalidateQueries({ queryKey: ['marking'] });
  };
  return (
    <div className={classes.sheet}>
      <Show of={words} what="Looking for answers">
        {(data) => <Thread words={data} send={send} label="Say something to it" />}
      </Show>
    </div>
  );
}
