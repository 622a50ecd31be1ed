import type { Lesson } from '../../shared/api/index.ts';
import { offerUndo } from '../../shared/ui/index.ts';
import type { useChange } from './useChange.ts';

/** A step back and a step on. Whoever takes back what somebody else did is told so, and can put it there again. */
export function useUndo(lesson: Lesson, change: ReturnType<typeof useChange>) {
  const redo = () => change.mutateAsync(({ history }) => (history.redoable > 0 ? { redo: 1 } : null));
  return {
    undo(): void {
      const by = lesson.history.lastBy;
      change.mutate(({ history }) => (history.undoable > 0 ? { undo: 1 } : null), {
        onSuccess: () => by !== null && offerUndo(`What ${by} did last was taken back.`, redo),
      });
    },
    redo: () => void redo().catch(() => undefined),
  };
}
