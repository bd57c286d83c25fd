/**
 * Strokes at rest: a version byte, a flag byte, the number of points, then for each point the
 * zigzag varint differences of x and y (1/100 mm), pressure (0 to 1023), the time step (1/10 ms)
 * and, where the pen gave it, tilt in x and y (whole degrees). Nothing is thinned or smoothed.
 */

/** A point of a stroke as the device gave it. */
export interface StrokePoint {
  /** Page millimetres. */
  readonly x: number;
  readonly y: number;
  /** 0 to 1; 0.5 where the device knows none. */
  readonly pressure: number;
  /** Milliseconds since the stroke's first point. */
  readonly time: number;
  /** Degrees from upright, toward +x and +y; absent where the device knows none. */
  readonly tiltX?: number;
  readonly tiltY?: number;
}

const VERSION = 1;
const HAS_TILT = 1;
/** More points than this are not one stroke. */
export const MOST_POINTS = 100_000;

/** A record that is not a stroke: cut short, of an unknown version, or out of bounds. */
export class BrokenStroke extends Error {
  override readonly name = 'BrokenStroke';
}

function writeVarint(bytes: number[], signed: number): void {
  let value = signed < 0 ? -2 * signed - 1 : 2 * signed;
  while (value >= 128) {
    bytes.push((value % 128) | 128);
    value = Math.floor(value / 128);
  }
  bytes.push(value);
}

/** Packs a stroke into base64. Throws BrokenStroke where a value is not a finite number. */
export function encodeStroke(points: readonly StrokePoint[]): string {
  const tilted = points.some((p) => p.tiltX !== undefined || p.tiltY !== undefined);
  const bytes: number[] = [VERSION, tilted ? HAS_TILT : 0];
  writeVarint(bytes, points.length);
  let last = [0, 0, 0, 0, 0, 0];
  for (const p of points) {
    const now = [
      p.x * 100,
      p.y * 100,
      Math.min(1, Math.max(0, p.pressure)) * 1023,
      p.time * 10,
      p.tiltX ?? 0,
      p.tiltY ?? 0,
    ].map(Math.round);
    if (!now.every(Number.isSafeInteger))
      throw new BrokenStroke('A stroke has a point that is not a number.');
    const width = tilted ? 6 : 4;
    for (let i = 0; i < width; i += 1) writeVarint(bytes, (now[i] as number) - (last[i] as number));
    last = now;
  }
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.slice(i, i + 8192));
  return btoa(text);
}

/** Unpacks a stroke. Throws BrokenStroke where the record is not one. */
export function decodeStroke(record: string): StrokePoint[] {
  let text: string;
  try {
    text = atob(record);
  } catch {
    throw new BrokenStroke('The stroke is not base64.');
  }
  let at = 0;
  const readByte = (): number => {
    if (at >= text.length) throw new BrokenStroke('The stroke is cut short.');
    return text.charCodeAt(at++);
  };
  const readVarint = (): number => {
    let value = 0;
    let factor = 1;
    for (;;) {
      const byte = readByte();
      value += (byte & 127) * factor;
      if (byte < 128) break;
      factor *= 128;
      if (factor > 2 ** 49) throw new BrokenStroke('The stroke holds a number out of bounds.');
    }
    return value % 2 === 1 ? -(value + 1) / 2 : value / 2;
  };
  if (readByte() !== VERSION) throw new BrokenStroke('The stroke is of a version this desk does not know.');
  const tilted = (readByte() & HAS_TILT) !== 0;
  const count = readVarint();
  if (count < 0 || count > MOST_POINTS)
    throw new BrokenStroke('The stroke has an impossible number of points.');
  const points: StrokePoint[] = [];
  let [x, y, pressure, time, tiltX, tiltY] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < count; i += 1) {
    x += readVarint();
    y += readVarint();
    pressure += readVarint();
    time += readVarint();
    const point = { x: x / 100, y: y / 100, pressure: pressure / 1023, time: time / 10 };
    if (tilted) {
      tiltX += readVarint();
      tiltY += readVarint();
      points.push({ ...point, tiltX, tiltY });
    } else points.push(point);
  }
  if (at !== text.length) throw new BrokenStroke('The stroke has something after its end.');
  return points;
}
