import { present } from '@oakbell/core/present';
import { micros, timeText } from '@oakbell/core/clock';
import type { Edit, EditAct, Finish, Overlay, OverlayKind } from '@oakbell/core/edits';

/** An edit in words, as the history tells it. */
export function editInWords(edit: Edit): string {
  const seconds = (length: number) => `${timeText(micros(Math.abs(length)), { tenths: true })}`;
  switch (edit.op) {
    case 'insert':
      return `Added a take of ${seconds(edit.segment.end - edit.segment.start)}`;
    case 'remove':
      return `Took a take of ${seconds(edit.segment.end - edit.segment.start)} out`;
    case 'play':
      return 'Changed how a part is played';
    case 'overlays': {
      const one = edit.to ?? present(edit.from);
      const how = edit.from === null ? 'Added' : edit.to === null ? 'Took away' : 'Changed';
      return `${how} ${overlayInWords(one)}`;
    }
    case 'strokes':
      return edit.to === null ? 'Gave a stroke back' : edit.to.colour ? 'Recoloured a stroke' : 'Removed a stroke';
    case 'finish':
      return finishInWords(edit.from, edit.to);
    case 'chapters':
      return 'Changed the chapters';
    case 'cover':
      return edit.to ? 'Chose a cover' : 'Took the cover away';
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

/** What can be laid over, in words that follow a verb. */
const OVERLAY_WORDS: Readonly<Record<OverlayKind, string>> = {
  'close-up': 'a close-up',
  drawn: 'a drawing over the page',
  highlight: 'a highlight',
  'cover-up': 'a cover-up',
  pointer: 'a change of the pointer',
  inset: 'a change of the inset',
  page: 'another page in its place',
};

/** Something that is laid over, in words that follow a verb. */
export function overlayInWords(overlay: Overlay): string {
  if (overlay.kind !== 'drawn') return OVERLAY_WORDS[overlay.kind];
  const { kind } = overlay.thing;
  return kind === 'text' ? 'words' : kind === 'arrow' ? 'an arrow' : `a ${kind}`;
}
/** The same as a name. */
export const overlayName = (overlay: Overlay): string => overlayInWords(overlay).replace(/^an? /, '');

function finishInWords(from: Finish, to: Finish): string {
  if (JSON.stringify(from.music) !== JSON.stringify(to.music))
    return to.music ? `Music: ${to.music.name}` : 'Took the music away';
  if (from.fadeIn !== to.fadeIn || from.fadeOut !== to.fadeOut) return 'Changed how it begins and ends';
  return 'Changed how the voice is cleaned';
}

function actInWords({ kind, at, length }: EditAct): string {
  const [how, where] = [timeText(micros(Math.abs(length)), { tenths: true }), timeText(at)];
  switch (kind) {
    case 'cut':
      return `Cut ${how} at ${where}`;
    case 'split':
      return `Split at ${where}`;
    case 'put-back':
      return length === 0 ? `Joined again at ${where}` : `Put back ${how} at ${where}`;
    case 'move':
      return `Moved a part of ${how}`;
    case 'speed':
      return length >= 0 ? `Sped up at ${where}, won ${how}` : `Back to its own pace at ${where}`;
    case 'speak-over':
      return `Spoke over at ${where}`;
    case 'card':
      return `Put a title card in at ${where}`;
    case 'join':
      return `Put ${how} in at ${where}`;
    case 'give':
      return `Split at ${where}; ${how} became a lesson of its own`;
    case 'shorten':
      return `Shortened quiet stretches by ${how}`;
  }
}
