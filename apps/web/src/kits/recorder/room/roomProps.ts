import type { Before } from '../capture/index.ts';
import type { Mark } from '@oakbell/core/log';
import type { ReactNode } from 'react';
import type { RoomActs } from './roomActs.ts';
import type { KeyLine } from '../../../shared/ui/index.ts';
import type { RoomPage } from '../companion/index.ts';

/**
 * What a room is for: everything; or, with fewer things in it, a learner's small lesson, or their spoken answer, which
 * is handed in as it stands.
 */
export type RoomFor = 'lesson' | 'small-lesson' | 'answer';

export interface RoomProps {
  readonly lessonId: string;
  readonly title: string;
  readonly pages: readonly RoomPage[];
  readonly pictureAddress: (digest: string) => string;
  /** What earlier takes of the lesson left on a page. */
  readonly earlierInk: (page: string) => readonly Mark[];
  /** What is written before anything is recorded, at a marking desk: a take begins with it, and it can be handed back alone. */
  readonly before?: Before;
  /** How far down earlier takes made a page reach, in page units; null where it never grew. */
  readonly earlierHeight?: (page: string) => number | null;
  /** The take is whole on the server and part of the lesson. */
  readonly onFinished: (takeId: string) => Promise<unknown> | void;
  readonly onKeep: () => void;
  /** Takes the take out of the lesson again. */
  readonly onRecordAgain: (takeId: string) => Promise<void>;
  /** The length aimed at, in ms. */
  readonly targetMs?: number;
  /** Where recording ends by itself, in ms; said long before. */
  readonly limitMs?: number;
  readonly purpose?: RoomFor;
  /** The page that it opens on; the first when left out, or not there. */
  readonly firstPage?: string | null;
  /** Said before recording begins. */
  readonly note?: string;
  /** Takes everything from this page on out of the lesson, so that it is recorded again. */
  readonly onFromPage?: (page: string) => void;
  /** Where a clip lies. */
  readonly clipAddress?: (digest: string) => string;
  readonly onAddBoard?: (after: string) => Promise<string>;
  /** Adds a page for a live window and gives its id. */
  readonly onAddWindow?: (after: string) => Promise<string>;
  /** Shows the take that was begun by mistake to be started over; puts it back when undone. */
  readonly onStartOver?: (takeId: string) => Promise<void>;
  /** Told whether something is being recorded, or is recorded and not yet safe. */
  readonly onRunning?: (running: boolean) => void;
  /** More that can be done with a take once it is part of the lesson; or what it was recorded for. */
  readonly afterwards?: { readonly action: ReactNode; readonly isNext: boolean };
  /** Keys of what stands beside it, for the list of keys. */
  readonly moreKeys?: readonly KeyLine[];
  /** More to stand beside the stage. */
  readonly beside?: ReactNode;
  /** Turns the picture of a page by a quarter to the right, before anything stands on it. */
  readonly onQuarterTurn?: (page: string) => void;
  /** Recording pauses at each turn to another page, until it is gone on with. */
  readonly pausesAtPages?: boolean;
  /** Told what may be done from beside it while it is open, and null when it no longer is. */
  readonly onActs?: (acts: RoomActs | null) => void;
}
