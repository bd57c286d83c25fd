import { toPage as viewToPage, zoomView } from './view';
import { Painter, type PainterOptions } from './painter';
import { PointerInput, type Hand } from './pointer';
import type { PageKeeper } from '../data/page-keeper';
import type { Point, Stroke } from '@deft/core';

/** A page on the screen: painter, pointer input and the current hand, over a keeper. */
export class Surface {
  readonly painter: Painter;
  readonly input: PointerInput;
  #enabled = true;
  #onEnd: (() => void)[] = [];
  #stopListening: () => void;
  #observer: ResizeObserver;

  constructor(host: HTMLElement, readonly keeper: PageKeeper, options: PainterOptions) {
    this.painter = new Painter(host, options);
    this.input = new PointerInput(host, {
      move: (about, by, shift) => this.painter.moveTo(zoomView(this.painter.view, about, by, shift)),
      settle: () => this.painter.settle(),
      mayBegin: () => this.#enabled,
    });
    this.painter.update(keeper.things, new Set());
    this.#stopListening = keeper.onChange((changed) => {
      const [only] = changed;
      const thing = changed.size === 1 && only ? keeper.things.get(only) : undefined;
      this.painter.update(keeper.things, changed, thing?.type === 'stroke' && this.#isNewest(thing) ? thing : undefined);
      this.#onEnd.forEach((act) => act());
    });
    this.#observer = new ResizeObserver(() => this.painter.resize({ width: host.clientWidth, height: host.clientHeight }));
    this.#observer.observe(host);
    this.painter.resize({ width: host.clientWidth, height: host.clientHeight });
    const leave = (): void => this.input.finishNow();
    window.addEventListener('pagehide', leave);
    this.#onDestroy.push(() => window.removeEventListener('pagehide', leave));
  }

  readonly #onDestroy: (() => void)[] = [];
  readonly #seen = new Set<string>();

  setHand(hand: Hand): void {
    this.input.finishNow();
    this.input.hand = hand;
    this.painter.setOverlay(null);
  }

  /** Whether anything may be drawn; a session that is held says no, and what is under the pen is finished. */
  enable(enabled: boolean): void {
    this.#enabled = enabled;
    if (!enabled) this.input.finishNow();
  }

  toPage(p: Point): Point {
    return viewToPage(this.painter.view, p);
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

  /** A stroke seen for the first time lies on top of its sheet: painting it on is enough. */
  #isNewest(stroke: Stroke): boolean {
    if (this.#seen.has(stroke.id)) return false;
    this.#seen.add(stroke.id);
    return true;
  }
}
