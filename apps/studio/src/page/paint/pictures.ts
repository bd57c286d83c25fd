import type { Placement } from '@deft/core/page';

/** A picture ready to be painted: its pixels, fewer than its own where it is very large, and its own size. */
export interface Picture {
  readonly image: CanvasImageSource;
  readonly width: number;
  readonly height: number;
}

/** Longer side up to which a picture is kept for painting, pixels. */
const LONGEST = 2400;

/** The pictures that lie on a page, fetched once each. */
export class Pictures {
  readonly #known = new Map<string, Picture | 'coming' | 'gone'>();

  /** @param address where the picture that a placement shows is fetched */
  constructor(
    private readonly address: (placement: Placement) => string,
    private readonly arrived: () => void,
  ) {}

  /** The picture a placement shows; null while it is on its way. */
  get(placement: Placement): Picture | null {
    const address = this.address(placement);
    const picture = this.#known.get(address);
    if (picture === undefined) void this.#fetch(address);
    return picture && typeof picture !== 'string' ? picture : null;
  }

  async #fetch(address: string): Promise<void> {
    this.#known.set(address, 'coming');
    const image = new Image();
    image.src = address;
    try {
      await image.decode();
      const { naturalWidth: width, naturalHeight: height } = image;
      const by = Math.min(1, LONGEST / Math.max(width, height));
      const kept =
        by < 1
          ? await createImageBitmap(image, {
              resizeWidth: Math.round(width * by),
              resizeHeight: Math.round(height * by),
              resizeQuality: 'high',
            })
          : image;
      this.#known.set(address, { image: kept, width, height });
      this.arrived();
    } catch {
      this.#known.set(address, 'gone');
    }
  }
}
