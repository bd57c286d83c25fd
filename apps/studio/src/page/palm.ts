/**
 * Who may touch the page. While a pen is near, and for half a second after, touches do nothing; a
 * touch stroke begun up to half a second before the pen came down is taken back; once a pen has
 * been seen, fingers only move the page until told otherwise.
 */
export class Palm {
  /** How long a pen's nearness lasts, and how far back a touch is taken for the palm's, milliseconds. */
  static readonly GRACE = 500;
  #penSeen = false;
  #penNear = -Infinity;
  #fingersDraw: boolean | null = null;

  /** The student's word on whether fingers draw; null leaves it to whether a pen has been seen. */
  set fingersDraw(value: boolean | null) {
    this.#fingersDraw = value;
  }

  get fingersDraw(): boolean {
    return this.#fingersDraw ?? !this.#penSeen;
  }

  /** A pen event at a time, hovering or touching. */
  penAt(time: number): void {
    this.#penSeen = true;
    this.#penNear = Math.max(this.#penNear, time);
  }

  /** Whether a touch beginning at this time is to be ignored altogether. */
  ignores(time: number): boolean {
    return time - this.#penNear < Palm.GRACE;
  }

  /** Whether a touch stroke begun at `began` is the palm's, now that the pen is down. */
  withdraws(began: number, penDown: number): boolean {
    return penDown - began <= Palm.GRACE;
  }
}
