import type { Placement } from '@deft/core';

/** A picture ready to be painted: its pixels, fewer than its own where it is very large, and its own size. */
export interface Picture {
  readonly image: CanvasImageSource;
  readonly width: number;
  readonly height: number;
}

/** Longer side up to which a picture is kept for painting, pixels. */
const LONGEST = 2400;

export interface PictureSource {
  readonly address: (placement: Placement) => string;
  /** Pixel size of a placed reference. */
  readonly size: (placement: Placement) => { width: number; height: number };
}

/** The pictures that lie on a page, fetched once each. */
export class Pictures {
  readonly #known = new Map<string, CanvasImageSource | 'coming' | 'gone'>();

  constructor(private readonly source: PictureSource, private readonly arrived: () => void) {}

  /** The picture a placement shows; null while it is on its way. */
  get(placement: Placement): Picture | null {
    const address = this.source.address(placement);
    const image = this.#known.get(address);
    if (image === undefined) void this.#fetch(address);
    return image && typeof image !== 'string' ? { image, ...this.source.size(placement) } : null;
  }

  async #fetch(address: string): Promise<void> {
    this.#known.set(address, 'coming');
    const image = new Image();
    image.src = address;
    try {
      await image.decode();
      const by = Math.min(1, LONGEST / Math.max(image.naturalWidth, image.naturalHeight));
      const kept = by < 1 ? await createImageBitmap(image, { resizeWidth: Math.round(image.naturalWidth * by), resizeHeight: Math.round(image.naturalHeight * by), resizeQuality: 'high' }) : image;
      this.#known.set(address, kept);
      this.arrived();
    } catch {
      this.#known.set(address, 'gone');
    }
  }
}
