import type { MadePage } from '@deft/camera';
import type { Mask } from '@deft/core/mask';

/** Where a made page is drawn on, as ink that is lifted from a photo of it should be. */
export const drawnOn = ({ width, height, dark }: MadePage): Mask => ({
  width,
  height,
  bits: Uint8Array.from(dark, (d) => (d > 0.4 ? 1 : 0)),
});
