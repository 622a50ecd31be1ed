/*
 * What a recording room, its pen companions and the server between them say to each other (docs/formats/companion-line.md).
 * A companion numbers what it does; the room tells the newest number it has taken in, so that after a lost line
 * everything is sent again and nothing is done twice. Nobody writes in a room before its teacher has said yes.
 */
import type { Mark, Pen, TrayPen } from '../log/index.ts';
import type { Page } from '../pages/index.ts';

/** The largest message, in bytes of UTF-8. More than that is said in several. */
export const LARGEST_MESSAGE = 64 * 1024;

/** x and y in page units, pressure 0…1, and the device's own time in ms. */
export type DevicePoint = readonly [x: number, y: number, pressure: number, at: number];

export type PenAct =
  | { readonly act: 'down'; readonly page: string; readonly pen: Pen; readonly point: DevicePoint }
  | { readonly act: 'move'; readonly points: readonly DevicePoint[] }
  | { readonly act: 'up' }
  | { readonly act: 'erase'; readonly page: string; readonly drag: number; readonly point: DevicePoint }
  | { readonly act: 'undo' };

/** From a device. The server adds which one. */
export type FromDevice =
  | { readonly kind: 'pen'; readonly n: number; readonly act: PenAct }
  | { readonly kind: 'pong'; readonly t: number; readonly here: number };

/** How a device stands: it asks for the teacher's yes, or has it. */
export type Standing = 'asking' | 'in';

/** What the room hears of its devices from the server. `words` tell which browser it is. */
export type AboutDevice =
  | { readonly kind: 'asks'; readonly words: string }
  | { readonly kind: 'joined'; readonly words: string }
  /** `idle`: nothing was written for a long time, and the server let it go. */
  | { readonly kind: 'left'; readonly why: 'line' | 'idle' | 'cut-off' };

export type ToRoom = (FromDevice | AboutDevice) & { readonly device: string };

export type RoomState = 'ready' | 'recording' | 'paused' | 'over';

/** From the room to its devices; to one of them where it is named. */
export type FromRoom = { readonly to?: string } & (
  | {
      /** The page that is up. Its marks follow. */
      readonly kind: 'page';
      readonly page: Page;
      readonly name: string;
      readonly height: number;
      readonly top: number;
      readonly state: RoomState;
      readonly pens: readonly TrayPen[];
    }
  /** Marks that came to the page that is up. */
  | { readonly kind: 'marks'; readonly marks: readonly Mark[] }
  /** Everything up to this number has been taken in, and is among the marks once a stroke is done. */
  | { readonly kind: 'taken'; readonly n: number }
  | { readonly kind: 'ping'; readonly t: number }
  /** The room is over. */
  | { readonly kind: 'closed' }
  /** The teacher's yes for a device that asks; the teacher's no, at any time. */
  | { readonly kind: 'let-in'; readonly to: string }
  | { readonly kind: 'cut-off'; readonly to: string }
);

/** What a device hears: the room, or the server about how the device stands. */
export type ToDevice =
  | FromRoom
  /** `device` is its number in the room: the teacher sees the same one, and so knows which device asks. */
  | { readonly kind: 'standing'; readonly standing: Standing; readonly device: string };

/** Why a line was closed, as the code of a WebSocket: after these it is of no use to come back. */
export const LINE_OVER = { refused: 4403, closed: 4404, idle: 4408, cutOff: 4410 } as const;
