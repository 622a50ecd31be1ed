import { micros, timeText } from '@oakbell/core/clock';
import type { Edit, EditAct } from '@oakbell/core/edits';

/** An edit in words, as the history tells it. */
export function editInWords(edit: Edit): string {
  const seconds = (length: number) => `${timeText(micros(Math.abs(length)), { tenths: true })}`;
  switch (edit.op) {
    case 'insert':
      return `Added a take of ${seconds(edit.segment.end - edit.segment.start)}`;
    case 'remove':
      return `Took a take of ${seconds(edit.segment.end - edit.segment.start)} out`;
    case 'together':
      return actInWords(edit.act);
    case 'trim': {
      const start = edit.to.start - edit.from.start;
      const end = edit.from.end - edit.to.end;
      if (start !== 0) return `${start > 0 ? 'Trimmed' : 'Put back'} ${seconds(start)} at the start`;
      return `${end > 0 ? 'Trimmed' : 'Put back'} ${seconds(end)} at the end`;
    }
  }
}

function actInWords({ kind, at, length }: EditAct): string {
  const [how, where] = [timeText(length, { tenths: true }), timeText(at)];
  switch (kind) {
    case 'cut':
      return `Cut ${how} at ${where}`;
    case 'split':
      return `Split at ${where}`;
    case 'put-back':
      return length === 0 ? `Joined again at ${where}` : `Put back ${how} at ${where}`;
    case 'move':
      return `Moved a part of ${how}`;
    case 'shorten':
      return `Shortened quiet stretches by ${how}`;
  }
}
