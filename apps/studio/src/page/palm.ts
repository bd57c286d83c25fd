/**
 * Who may touch the page and its tray. While a pen is near, and for half a second after, touches do
 * nothing; a touch stroke begun up to half a second before the pen came down is taken back; once a
 * pen has been seen, fingers only move the page until told otherwise.
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

  /** Whether a touch that began at a time and ends now may press: no pen was near since, nor just before. */
  presses(began: number): boolean {
    return this.#penNear < began - Palm.GRACE;
  }
}

/** The desk has one pen and one palm, whatever part of the screen they are over. */
export const deskPalm = new Palm();

/**
 * Keeps the palm from pressing anything outside the page as well. Listens before everything else
 * does; a press that began before the pen came is refused when it ends.
 * @returns how to stop
 */
export function guardFromPalm(palm: Palm = deskPalm, target: Document = document): () => void {
  const stop = new AbortController();
  const began = new Map<number, number>();
  const on = <K extends keyof DocumentEventMap>(type: K, act: (event: DocumentEventMap[K]) => void): void =>
    target.addEventListener(type, act, { capture: true, passive: false, signal: stop.signal });
  const refuse = (event: Event): void => {
    event.preventDefault();
    event.stopImmediatePropagation();
  };
  for (const type of ['pointerdown', 'pointermove', 'pointerup'] as const)
    on(type, (event) => event.pointerType === 'pen' && palm.penAt(event.timeStamp));
  on('pointerdown', (event) => {
    if (event.pointerType !== 'touch') return;
    began.set(event.pointerId, event.timeStamp);
    if (palm.ignores(event.timeStamp)) event.preventDefault();
  });
  // Sliders and scrolling hear touches, not pointers.
  on('touchstart', (event) => palm.ignores(event.timeStamp) && event.cancelable && refuse(event));
  on('click', (event) => {
    const { pointerType, pointerId, timeStamp } = event as PointerEvent;
    if (pointerType !== 'touch') return;
    if (!palm.presses(began.get(pointerId) ?? timeStamp)) refuse(event);
    began.delete(pointerId);
  });
  return () => stop.abort();
}
