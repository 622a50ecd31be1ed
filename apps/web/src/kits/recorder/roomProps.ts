import type { Stroke } from '@oakbell/core/log';
import type { Page } from '@oakbell/core/pages';
import type { ReactNode } from 'react';

export interface RoomPage {
  readonly page: Page;
  readonly small: string | null;
  readonly name: string;
  readonly cues: string;
}
export interface RoomProps {
  readonly lessonId: string;
  readonly title: string;
  readonly pages: readonly RoomPage[];
  readonly pictureAddress: (digest: string) => string;
  /** What earlier takes of the lesson left on a page. */
  readonly earlierInk: (page: string) => readonly Stroke[];
  /** The take is whole on the server and part of the lesson. */
  readonly onFinished: (takeId: string) => void;
  readonly onKeep: () => void;
  /** Takes the take out of the lesson again. */
  readonly onRecordAgain: (takeId: string) => Promise<void>;
  /** Said before recording begins. */
  readonly note?: string;
  readonly onAddBoard?: (after: string) => Promise<string>;
  /** More to stand beside the stage: marks, for a hand-in. */
  readonly beside?: ReactNode;
}
