/** A picture that was brought to the lesson, to be placed on a page. */
export interface Placed {
  readonly digest: string;
  /** Pixels. */
  readonly width: number;
  readonly height: number;
}
