import type { Micros } from '@oakbell/core/clock';
import type { Standing } from '@oakbell/core/opening';
import { useEdition } from '../../kits/player/index.ts';
import { Show, Waiting } from '../../shared/ui/index.ts';
import { EditionView, type Ending } from './EditionView.tsx';
import type { AskedOf } from './asking/useQuestions.ts';
import { NotOpen } from './NotOpen.tsx';

interface Props {
  readonly of: { readonly standing: Standing; readonly opensAt: string | null; readonly editionId: string | null };
  readonly at?: Micros | undefined;
  readonly counted?: boolean;
  readonly linked?: boolean;
  readonly asked?: AskedOf | null;
  readonly ending?: Ending;
  /** Called once more of it was counted. */
  readonly onTold?: () => void;
}

/** The lesson to be watched, or why it cannot be now. */
export function LessonHere({ of: { standing, opensAt, editionId }, ...view }: Props) {
  const edition = useEdition(editionId);
  if (standing !== 'open') return <NotOpen standing={standing} opensAt={opensAt} />;
  if (editionId === null) return <Waiting what="The lesson is being made ready" />;
  return (
    <Show of={edition} what="Fetching the lesson">
      {(made) => <EditionView edition={made} key={made.id} {...view} />}
    </Show>
  );
}
