import type { ReferenceBrief } from '@deft/contract';
import type { Id } from '@deft/core/page';

/**
 * What each place of a wall holds, as far as it has been shown, and the order as it will be once every move
 * has been kept.
 */
export class WallOrder {
  readonly #held = new Map<number, ReferenceBrief>();
  #moves: Promise<unknown> = Promise.resolve();
  #waiting = 0;
  #lastKept = 0;
  #carried = 0;
  readonly #listeners = new Set<() => void>();

  /** Tells whoever shows the places that something was carried. @returns how to stop */
  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };
  /** How often something was carried. */
  readonly carriedTimes = (): number => this.#carried;

  get(place: number): ReferenceBrief | undefined {
    return this.#held.get(place);
  }

  /**
   * Takes over what the desk says stands there; not what it was asked before it had kept the last move.
   * @param asked when it was asked, ms
   */
  set(place: number, reference: ReferenceBrief, asked: number): void {
    if (this.#waiting === 0 && asked >= this.#lastKept) this.#held.set(place, reference);
  }

  /**
   * Carries a picture from one place to another at once, and has the move kept after those before it.
   * Gives the picture; null where one of the places has not been shown yet.
   * @param keep puts a picture behind another, or first
   */
  carry(
    from: number,
    to: number,
    keep: (reference: Id, after: Id | null) => Promise<unknown>,
  ): ReferenceBrief | null {
    const moved = this.#held.get(from);
    const before = to === 0 ? null : this.#held.get(to > from ? to : to - 1);
    if (!moved || before === undefined || from === to) return null;
    const step = to > from ? 1 : -1;
    for (let place = from; place !== to; place += step) {
      const next = this.#held.get(place + step);
      if (next) this.#held.set(place, next);
      else this.#held.delete(place);
    }
    this.#held.set(to, moved);
    this.#carried += 1;
    this.#listeners.forEach((listener) => listener());
    this.#waiting += 1;
    this.#moves = this.#moves
      .then(() => keep(moved.id, before?.id ?? null))
      .catch(() => undefined)
      .finally(() => {
        this.#waiting -= 1;
        this.#lastKept = Date.now();
      });
    return moved;
  }
}
