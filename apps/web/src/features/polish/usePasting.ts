import { lengthOf, timeText, type TimeRange } from '@oakbell/core/clock';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { insertPiece, pieceOf } from '@oakbell/core/edits';
import { useState } from 'react';
import { browserShelf, call, client, lessonKey, ownName } from '../../shared/api/index.ts';
import { newId, type Polish } from './usePolish.ts';

/** What was copied: kept in this browser, so that it can be put into another lesson in another window. */
const placeOf = () => ownName('copied-stretch');
interface Copied {
  readonly lessonId: string;
  readonly range: TimeRange;
  /** The revision it was copied from: a lesson that was changed since has something else there. */
  readonly revision: number;
}

/** Copies what is marked, and puts what was copied in at the playhead; says in words what came of it. */
export function usePasting(polish: Polish) {
  const queries = useQueryClient();
  const [told, setTold] = useState<string | null>(null);
  const { lesson } = polish;
  const join = useMutation({
    mutationFn: ({ lessonId, range }: Copied) =>
      call(
        client.POST('/api/lessons/{id}/join', {
          params: { path: { id: lesson.id } },
          body: { revision: lesson.revision, at: polish.time, from: lessonId, ...range },
        }),
      ),
    onSuccess: () => setTold('Put in.'),
    onError: (failure) => setTold(failure.message),
    onSettled: () => queries.invalidateQueries({ queryKey: lessonKey(lesson.id) }),
  });
  const copy = () => {
    const { marked } = polish;
    if (!marked) return;
    const kept: Copied = { lessonId: lesson.id, range: marked, revision: lesson.revision };
    browserShelf.write(placeOf(), JSON.stringify(kept));
    const length = timeText(lengthOf(marked), { tenths: true });
    setTold(`Copied ${length}. Ctrl+V puts it in at the playhead, here or in another lesson.`);
  };
  const paste = () => {
    const kept = browserShelf.read(placeOf());
    if (!kept) return setTold('Nothing was copied yet. Mark a stretch and press Ctrl+C.');
    const piece = JSON.parse(kept) as Copied;
    if (piece.lessonId !== lesson.id) return join.mutate(piece);
    if (piece.revision !== lesson.revision)
      return setTold('The lesson was changed since the stretch was copied. Mark it and copy it again.');
    polish.edit(insertPiece(polish.edits, polish.time, pieceOf(polish.edits, piece.range, newId), newId));
    setTold('Put in.');
  };
  return { told, copy, paste };
}
