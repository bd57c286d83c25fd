import type { Point } from '@deft/core/geometry';
import { deskColour } from '../page/desk-colour';
import { polyline } from '../page/paint/ink';
import type { Hand, Sample } from '../page/pointer';
import type { Surface } from '../page/surface';

/** Width of the loop while it is drawn, CSS pixels. */
const WIDTH = 2;

/** Draws loops round what lies on a page; nothing of them becomes the page's. */
export class LoopHand implements Hand {
  #way: Point[] = [];

  /** @param drawn told each loop once it is drawn, page millimetres */
  constructor(
    private readonly surface: Surface,
    private readonly drawn: (loop: readonly Point[]) => void,
  ) {}

  begin(sample: Sample): void {
    this.#way = [this.surface.toPage(sample)];
  }

  extend(samples: readonly Sample[]): void {
    this.#way.push(...samples.map((sample) => this.surface.toPage(sample)));
    const line = polyline(this.#way);
    this.surface.painter.setOverlay((context, pixel) => {
      context.strokeStyle = deskColour.verdigris;
      context.lineWidth = WIDTH * pixel;
      context.stroke(line);
    });
  }

  finish(): void {
    const way = this.#way;
    this.cancel();
    this.drawn(way);
  }

  cancel(): void {
    this.#way = [];
    this.surface.painter.setOverlay(null);
  }
}
