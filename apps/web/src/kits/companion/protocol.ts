/*
 * What a recording room and its pen companions say to each other. A companion numbers what it does; the room tells
 * the newest number it has taken in, so that after a lost line everything is sent again and nothing is done twice.
 */
import type { Mark, Pen, TrayPen } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';

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

/** What the room hears: a device, or the server about one. */
export type ToRoom = (FromDevice | { readonly kind: 'joined' | 'left' }) & { readonly device: string };

export type RoomState = 'ready' | 'recording' | 'paused' | 'over';

/** From the room; to one device where it is named. */
export type FromRoom = { readonly to?: string } & (
  | {
      /** Everything on the page that is up. */
      readonly kind: 'page';
      readonly page: Page;
      readonly name: string;
      readonly height: number;
      readonly top: number;
      readonly marks: readonly Mark[];
      readonly state: RoomState;
      readonly pens: readonly TrayPen[];
    }
  /** Marks that came to the page that is up. */
  | { readonly kind: 'marks'; readonly marks: readonly Mark[] }
  /** Everything up to this number has been taken in, and is among the marks once a stroke is done. */
  | { readonly kind: 'taken'; readonly n: number }
  | { readonly kind: 'ping'; readonly t: number }
  | { readonly kind: 'closed' }
);
