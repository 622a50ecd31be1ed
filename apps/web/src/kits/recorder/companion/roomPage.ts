import type { Page } from '@oakbell/core/pages';

/** A page as the room and its companions show it. */
export interface RoomPage {
  readonly page: Page;
  /** Address of its small picture; a board has none and is drawn. */
  readonly small: string | null;
  readonly name: string;
  /** A few tags of HTML, cleaned by the server. */
  readonly cues: string;
}
