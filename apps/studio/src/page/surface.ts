import { Painter } from './paint/painter';
import { mirrorView, toPage as viewToPage, zoomView } from './view';
import { PointerInput, type Hand } from './pointer';
import type { PageKeeper } from '../data/page-keeper';
import type { Point } from '@deft/core/geometry';
import type { Placement } from '@deft/core/page';

/** A page on the screen: painter, pointer input and the current hand, over a keeper. */
export class Surface {
  readonly painter: Painter;
  readonly input: PointerInput;
  #enabled = true;
  #onEnd: (() => void)[] = [];
  #onContact: ((down: boolean) => void) | null = null;
  #stopListening: () => void;
  #observer: ResizeObserver;

  constructor(
    host: HTMLElement,
    readonly keeper: PageKeeper,
    address: (placement: Placement) => string,
  ) {
    this.painter = new Painter(host, address);
    this.input = new PointerInput(host, {
      move: (about, by, shift, turn) =>
        this.painter.moveTo(zoomView(this.painter.view, about, by, shift, turn)),
      settle: () => this.painter.settle(),
      mayBegin: () => this.#enabled,
      contact: (down) => this.#onContact?.(down),
    });
    this.painter.update(keeper.things, new Set());
    this.#stopListening = keeper.onChange((changed) => {
      this.painter.update(keeper.things, changed);
      this.#onEnd.forEach((act) => act());
    });
    this.#observer = new ResizeObserver(() =>
      this.painter.resize({ width: host.clientWidth, height: host.clientHeight }),
    );
    this.#observer.observe(host);
    this.painter.resize({ width: host.clientWidth, height: host.clientHeight });
    const leave = (): void => this.input.finishNow();
    window.addEventListener('pagehide', leave);
    this.#onDestroy.push(() => window.removeEventListener('pagehide', leave));
  }

  readonly #onDestroy: (() => void)[] = [];

  setHand(hand: Hand): void {
    this.input.finishNow();
    this.input.hand?.leave?.();
    this.input.hand = hand;
    this.painter.setOverlay(null);
  }

  /** Told when the hand comes down on the page and when it has lifted. */
  watchContact(listener: ((down: boolean) => void) | null): void {
    this.#onContact = listener;
  }

  /** Whether anything may be drawn; a session that is held says no, and what is under the pen is finished. */
  enable(enabled: boolean): void {
    this.#enabled = enabled;
    if (!enabled) this.input.finishNow();
  }

  toPage(p: Point): Point {
    return viewToPage(this.painter.view, p);
  }

  /** Moves the view about the middle of the room, at once and settled. */
  look({ by = 1, turn = 0, move = { x: 0, y: 0 } }: { by?: number; turn?: number; move?: Point }): void {
    const { painter } = this;
    painter.moveTo(
      zoomView(painter.view, { x: painter.room.width / 2, y: painter.room.height / 2 }, by, move, turn),
    );
    painter.settle();
  }

  /** Turns the view over, or back. */
  mirror(): void {
    const { painter } = this;
    painter.moveTo(mirrorView(painter.view, painter.room));
    painter.settle();
  }

  /** Takes turning and mirroring out of the view. */
  setUpright(): void {
    if (this.painter.view.mirrored) this.mirror();
    this.look({ turn: -this.painter.view.turn });
  }

  /** A millimetre of the page as large as a real one. @param scale CSS pixels to a real millimetre */
  realSize(scale: number): void {
    this.look({ by: scale / this.painter.view.scale });
  }

  /** After each change of the page: a hand may want to redraw what it shows. */
  afterChange(act: () => void): () => void {
    this.#onEnd.push(act);
    return () => {
      this.#onEnd = this.#onEnd.filter((other) => other !== act);
    };
  }

  destroy(): void {
    this.input.destroy();
    this.#onDestroy.forEach((act) => act());
    this.#stopListening();
    this.#observer.disconnect();
    this.painter.destroy();
  }
}
