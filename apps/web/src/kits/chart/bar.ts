/** One bar, with what it says in words. */
export interface Bar {
  readonly name: string;
  readonly count: number;
  readonly more: string;
}
