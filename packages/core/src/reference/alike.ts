/** Columns and rows of the raster a likeness is told from. */
export const LIKENESS = { width: 17, height: 16 } as const;
/** A step in grey counts from here on: flat places stay flat however they are packed. */
const STEP = 2;
/** Differing bits, of 512, up to which two pictures are taken for the same one kept twice. */
export const ALIKE = 40;

/**
 * A picture's likeness: for each two neighbours in a raster of 17 × 16 whether it grows lighter,
 * and whether it grows darker, to the right (a difference hash, with a dead band for flat places).
 * @param grey 0 to 255, row by row, averaged over the picture squeezed to 17 × 16
 * @returns 512 bits as 128 hexadecimal digits
 */
export function likenessOf(grey: ArrayLike<number>): string {
  const { width, height } = LIKENESS;
  if (grey.length !== width * height)
    throw new RangeError(`A likeness is told from ${width} × ${height} values.`);
  let digits = '';
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width - 1; x += 2) {
      let nibble = 0;
      for (const k of [x, x + 1]) {
        const step = (grey[y * width + k + 1] as number) - (grey[y * width + k] as number);
        nibble = (nibble << 2) | (step >= STEP ? 2 : step <= -STEP ? 1 : 0);
      }
      digits += nibble.toString(16);
    }
  }
  return digits;
}

const wordsOf = (likeness: string): Uint32Array =>
  Uint32Array.from({ length: Math.ceil(likeness.length / 8) }, (_, i) =>
    parseInt(likeness.slice(8 * i, 8 * i + 8), 16),
  );

function bitsOf(word: number): number {
  let v = word - ((word >>> 1) & 0x55555555);
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
  return Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}

function differing(a: Uint32Array, b: Uint32Array, most: number): number {
  let sum = 0;
  for (let i = 0; i < a.length && sum <= most; i += 1) sum += bitsOf((a[i] as number) ^ (b[i] as number));
  return sum;
}

/** In how many bits two likenesses of the same length differ: 0 for the same picture. */
export const likenessDistance = (a: string, b: string): number => differing(wordsOf(a), wordsOf(b), Infinity);

/**
 * Groups of pictures that look alike, each with at least two, in the order given. Every member is
 * like the group's first, so that no group wanders.
 * @param keptSeparate says of two indices that they are to be kept separate
 * @param most differing bits up to which two pictures are alike
 */
export function groupAlike(
  likenesses: readonly string[],
  keptSeparate: (a: number, b: number) => boolean = () => false,
  most = ALIKE,
): number[][] {
  const words = likenesses.map(wordsOf);
  const taken = new Uint8Array(words.length);
  const groups: number[][] = [];
  for (let i = 0; i < words.length; i += 1) {
    if (taken[i]) continue;
    const group = [i];
    for (let j = i + 1; j < words.length; j += 1) {
      if (
        taken[j] ||
        words[i]?.length !== words[j]?.length ||
        differing(words[i] as Uint32Array, words[j] as Uint32Array, most) > most ||
        group.some((k) => keptSeparate(k, j))
      )
        continue;
      group.push(j);
      taken[j] = 1;
    }
    if (group.length > 1) groups.push(group);
  }
  return groups;
}
