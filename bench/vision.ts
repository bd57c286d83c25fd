import type { Mask } from '@deft/core/mask';

/** As much of the compiled vision library as is measured against. */
interface Vision {
  readonly Mat: new (rows?: number, columns?: number, type?: number) => VisionPicture;
  readonly CV_8UC1: number;
  readonly DIST_L2: number;
  readonly DIST_MASK_PRECISE: number;
  readonly distanceTransform: (from: VisionPicture, to: VisionPicture, kind: number, mask: number) => void;
  onRuntimeInitialized?: () => void;
}
interface VisionPicture {
  readonly data: Uint8Array;
  readonly data32F: Float32Array;
  readonly delete: () => void;
}

/**
 * The vision library's exact distances to the nearest set pixel, pixels.
 * @returns a function that works them out once, and says how long that took, milliseconds
 */
export async function visionDistances({
  width,
  height,
  bits,
}: Mask): Promise<() => { readonly took: number; readonly distances: Float32Array }> {
  const loaded = (await import('@techstark/opencv-js')) as unknown as { default: Vision | Promise<Vision> };
  const vision = await loaded.default;
  if (!('Mat' in vision))
    await new Promise<void>((ready) => ((vision as Vision).onRuntimeInitialized = ready));
  const from = new vision.Mat(height, width, vision.CV_8UC1);
  from.data.set(bits.map((bit) => (bit ? 0 : 255)));
  return () => {
    const to = new vision.Mat();
    const began = performance.now();
    vision.distanceTransform(from, to, vision.DIST_L2, vision.DIST_MASK_PRECISE);
    const took = performance.now() - began;
    const distances = Float32Array.from(to.data32F);
    to.delete();
    return { took, distances };
  };
}
