interface Answer {
  readonly roundTrip: number;
  readonly offset: number;
}
/** So many answers are looked at; the one that was quickest tells best (after RFC 5905). */
const KEPT = 8;

/** How far a device's clock runs ahead of the room's, learnt from its answers. */
export class DeviceClock {
  #answers: Answer[] = [];

  /** A question asked at `asked` was answered at device time `there` and heard at `heard`; all in ms. */
  answered(asked: number, there: number, heard: number): void {
    const roundTrip = heard - asked;
    this.#answers = [...this.#answers, { roundTrip, offset: there - (asked + roundTrip / 2) }].slice(-KEPT);
  }

  get isSet(): boolean {
    return this.#answers.length > 0;
  }

  /** Room time of a moment on the device. Before the first answer the moment is taken to be `now`. */
  roomTime(there: number, now: number): number {
    const best = this.#answers.reduce<Answer | null>((a, b) => (a && a.roundTrip <= b.roundTrip ? a : b), null);
    return best ? Math.min(now, there - best.offset) : now;
  }
}
