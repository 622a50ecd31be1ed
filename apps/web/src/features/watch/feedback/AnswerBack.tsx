import { useQuery, useQueryClient } from '@tanstack/react-query';
import type { SegmentPlayer } from '../../../kits/player/index.ts';
import { Thread, type ThreadOf } from '../../../kits/thread/index.ts';
import { call, client, learnMedia, sendFiles } from '../../../shared/api/index.ts';
import { Show } from '../../../shared/ui/index.ts';
import classes from '../Watch.module.css';

interface Props {
  readonly assignmentId: string;
  /** What plays the feedback; null where nothing was spoken. */
  readonly player: SegmentPlayer | null;
}

/** A learner answers the feedback, at a moment of it or as a whole, and asks to have the marks looked at again. */
export function AnswerBack({ assignmentId: id, player }: Props) {
  const queries = useQueryClient();
  const key = ['feedback', id, 'words'];
  const words = useQuery({
    queryKey: key,
    queryFn: () =>
      call(client.GET('/api/assignments/{id}/feedback/words', { params: { path: { id } } })).then(learnMedia),
  });
  const send: ThreadOf['send'] = async ({ text, ink, voice, again, at }, { header, signal }) => {
    const query = { again: again ? 'yes' : 'no', ...(at === null ? {} : { at }) } as const;
    const asked = new URLSearchParams(Object.entries(query).map(([name, value]) => [name, String(value)]));
    if (voice)
      await sendFiles('POST', `/api/assignments/${id}/feedback/words/spoken?${asked}`, [voice], { header, signal });
    else
      await call(
        client.POST('/api/assignments/{id}/feedback/words', {
          params: { path: { id }, query, header },
          body: { text, ...(ink === '' ? {} : { ink }) },
          signal,
        }),
      );
    await queries.invalidateQueries({ queryKey: key });
  };
  return (
    <div className={classes.below}>
      <Show of={words} what="Looking for answers">
        {(data) => (
          <Thread
            words={data}
            send={send}
            label="Answer your teacher"
            mayAskAgain
            {...(player
              ? {
                  moment: () => player.time,
                  onSeek: (at) => {
                    player.seek(at);
                    void player.play();
                  },
                }
              : {})}
          />
        )}
      </Show>
    </div>
  );
}
