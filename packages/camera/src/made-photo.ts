import { gaussian, seeded } from '@deft/core/random';
import { projection, type Point } from '@deft/core/geometry';
import type { MadePage } from './made-page.ts';

/** A made photo: RGB, three bytes a pixel, row by row. */
export interface MadePhoto {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
  /**
   * Where the page's corners really lie, from its left top on clockwise, pixels; null where there is no page.
   */
  readonly corners: readonly [Point, Point, Point, Point] | null;
  /** What was done to it, in words. */
  readonly conditions: string;
}

export const DESKS = ['plain', 'wood', 'stripes', 'checks', 'cloth', 'dots'] as const;
export type DeskKind = (typeof DESKS)[number];
export const PAPERS = {
  white: [0.93, 0.93, 0.91],
  cream: [0.9, 0.87, 0.78],
  grey: [0.6, 0.6, 0.6],
  brown: [0.62, 0.5, 0.37],
} as const;
export type PaperKind = keyof typeof PAPERS;

export interface Conditions {
  /** Degrees that the camera is tilted off the page's normal, and which way. */
  readonly tilt: number;
  readonly towards: number;
  /** Degrees the page is turned in the picture. */
  readonly roll: number;
  /** How much of the picture the page takes up. */
  readonly fill: number;
  readonly desk: DeskKind;
  readonly paper: PaperKind;
  /** How much a line takes of the paper's light, 0 to 1. */
  readonly ink: number;
  /** Fall of light across the picture, 0 to 1. */
  readonly gradient: number;
  /** How much the hand's shadow takes of the light, 0 for none. */
  readonly shadow: number;
  /** Creases across the paper. */
  readonly creases: number;
  /** Light that there is: 1 is plenty. */
  readonly light: number;
}

const pick = <T>(all: readonly T[], chance: () => number): T =>
  all[Math.min(all.length - 1, Math.floor(chance() * all.length))] as T;

/** Conditions by chance, from easy to hard. */
export function madeConditions(seed: number): Conditions {
  const chance = seeded(seed ^ 0x1c0ffee);
  const pale = chance() < 0.2;
  return {
    tilt: 40 * chance(),
    towards: 360 * chance(),
    roll: 24 * (chance() - 0.5),
    fill: 0.62 + 0.25 * chance(),
    desk: pick(DESKS, chance),
    paper: chance() < 0.45 ? 'white' : pick(Object.keys(PAPERS) as PaperKind[], chance),
    ink: pale ? 0.2 + 0.08 * chance() : 0.45 + 0.4 * chance(),
    gradient: 0.55 * chance(),
    shadow: chance() < 0.4 ? 0.2 + 0.3 * chance() : 0,
    creases: chance() < 0.4 ? 2 + Math.floor(5 * chance()) : 0,
    light: chance() < 0.2 ? 0.3 + 0.2 * chance() : 0.85 + 0.15 * chance(),
  };
}

/** Smooth noise over the plane: values at whole places, blended (value noise). */
function noise(seed: number): (x: number, y: number) => number {
  const at = (i: number, j: number): number => {
    let h = Math.imul(i, 374761393) + Math.imul(j, 668265263) + Math.imul(seed, 974634777);
    h = Math.imul(h ^ (h >>> 13), 1274126177);
    return ((h ^ (h >>> 16)) >>> 0) / 4294967296;
  };
  return (x, y) => {
    const [i, j] = [Math.floor(x), Math.floor(y)];
    const [u, v] = [x - i, y - j];
    const [s, t] = [u * u * (3 - 2 * u), v * v * (3 - 2 * v)];
    return (
      (at(i, j) * (1 - s) + at(i + 1, j) * s) * (1 - t) + (at(i, j + 1) * (1 - s) + at(i + 1, j + 1) * s) * t
    );
  };
}

/** The light that a desk gives back at a place, in shares of the picture's width. */
function deskColour(
  kind: DeskKind,
  seed: number,
): (x: number, y: number) => readonly [number, number, number] {
  const chance = seeded(seed ^ 0xde5c);
  const rough = noise(seed);
  const base = pick(
    [
      [0.34, 0.24, 0.16],
      [0.22, 0.24, 0.27],
      [0.5, 0.4, 0.3],
      [0.16, 0.2, 0.17],
      [0.42, 0.43, 0.45],
    ] as const,
    chance,
  );
  const other = pick(
    [
      [0.55, 0.42, 0.3],
      [0.62, 0.6, 0.55],
      [0.3, 0.18, 0.15],
      [0.2, 0.3, 0.42],
    ] as const,
    chance,
  );
  const turn = Math.PI * chance();
  const [c, s] = [Math.cos(turn), Math.sin(turn)];
  const wide = 0.02 + 0.05 * chance();
  const mix = (t: number): readonly [number, number, number] => [
    base[0] + (other[0] - base[0]) * t,
    base[1] + (other[1] - base[1]) * t,
    base[2] + (other[2] - base[2]) * t,
  ];
  return (px, py) => {
    const [x, y] = [px * c + py * s, py * c - px * s];
    switch (kind) {
      case 'plain':
        return mix(0.12 * rough(x * 60, y * 60));
      case 'wood':
        return mix(0.5 * rough(x * 4, y * 60) + 0.25 * rough(x * 20, y * 240));
      case 'stripes':
        return mix(Math.sin((x / wide) * Math.PI) > 0 ? 0.85 : 0.1);
      case 'checks':
        return mix((Math.floor(x / wide) + Math.floor(y / wide)) % 2 === 0 ? 0.15 : 0.8);
      case 'cloth':
        return mix(
          0.3 + 0.25 * Math.sin((x / wide) * 9) * Math.sin((y / wide) * 9) + 0.2 * rough(x * 30, y * 30),
        );
      case 'dots':
        return mix(
          Math.hypot(x / wide - Math.round(x / wide), y / wide - Math.round(y / wide)) < 0.28 ? 0.9 : 0.15,
        );
    }
  };
}

/** Where the page's corners come to lie: a flat page seen by a tilted camera. */
function projected(
  page: { width: number; height: number },
  { tilt, towards, roll, fill }: Conditions,
  width: number,
  height: number,
  chance: () => number,
): [Point, Point, Point, Point] {
  const rad = Math.PI / 180;
  const [ct, st] = [Math.cos(tilt * rad), Math.sin(tilt * rad)];
  const [ca, sa] = [Math.cos(towards * rad), Math.sin(towards * rad)];
  const [cr, sr] = [Math.cos(roll * rad), Math.sin(roll * rad)];
  const share = page.width / page.height;
  const flat = [
    [-share, -1],
    [share, -1],
    [share, 1],
    [-share, 1],
  ] as const;
  const away = 4.2;
  const seen = flat.map(([x0, y0]) => {
    const [x, y] = [x0 * cr - y0 * sr, x0 * sr + y0 * cr];
    // Turned about an axis in the page: what lies towards one side comes nearer.
    const along = x * ca + y * sa;
    const across = -x * sa + y * ca;
    const z = away + along * st;
    const [u, v] = [(along * ct) / z, across / z];
    return { x: u * ca - v * sa, y: u * sa + v * ca };
  });
  const box = {
    minX: Math.min(...seen.map((p) => p.x)),
    maxX: Math.max(...seen.map((p) => p.x)),
    minY: Math.min(...seen.map((p) => p.y)),
    maxY: Math.max(...seen.map((p) => p.y)),
  };
  const scale =
    Math.sqrt(fill) *
    Math.min((0.97 * width) / (box.maxX - box.minX), (0.97 * height) / (box.maxY - box.minY));
  const room = { x: width - scale * (box.maxX - box.minX), y: height - scale * (box.maxY - box.minY) };
  const [ox, oy] = [room.x * (0.3 + 0.4 * chance()), room.y * (0.3 + 0.4 * chance())];
  return seen.map((p) => ({ x: ox + scale * (p.x - box.minX), y: oy + scale * (p.y - box.minY) })) as [
    Point,
    Point,
    Point,
    Point,
  ];
}

/** As a display has it: sRGB's transfer function. */
const shown = (linear: number): number =>
  255 * (linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055);
const SHOWN = Float32Array.from({ length: 4097 }, (_, i) => shown(i / 4096));

/**
 * A photo of a page on a desk, the same for the same seed; without a page where `page` is null.
 * @param size of the photo, pixels
 */
export function madePhoto(
  page: MadePage | null,
  conditions: Conditions,
  seed: number,
  size: { width: number; height: number },
): MadePhoto {
  const { width, height } = size;
  const chance = seeded(seed ^ 0xca3e7a);
  const corners = page && projected(page, conditions, width, height, chance);
  const [xx, xy, x0, yx, yy, y0, wx, wy] =
    page && corners
      ? projection(corners, [
          { x: 0, y: 0 },
          { x: page.width, y: 0 },
          { x: page.width, y: page.height },
          { x: 0, y: page.height },
        ])
      : [0, 0, -1, 0, 0, -1, 0, 0];
  const desk = deskColour(conditions.desk, seed);
  const paper = PAPERS[conditions.paper];
  const grain = noise(seed ^ 77);
  const lit = 2 * Math.PI * chance();
  const [lx, ly] = [Math.cos(lit), Math.sin(lit)];
  const creases = Array.from({ length: conditions.creases }, () => {
    const turn = Math.PI * chance();
    return {
      cos: Math.cos(turn),
      sin: Math.sin(turn),
      at: (chance() - 0.5) * 1.1,
      deep: 0.03 + 0.06 * chance(),
      wide: 4 + 6 * chance(),
    };
  });
  // The hand: a blunt shape reaching in from below, its shadow soft.
  const hand = Array.from({ length: 4 }, (_, i) => ({
    x: 0.55 + 0.3 * chance() + 0.05 * i,
    y: 0.7 + 0.25 * chance(),
    r: 0.1 + 0.09 * chance(),
  }));
  const linear = new Float32Array(width * height * 3);
  const SAMPLES = [
    [0.25, 0.25],
    [0.75, 0.75],
  ] as const;
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      const [u, v] = [x / width, y / width];
      let light =
        conditions.light *
        (1 - conditions.gradient * Math.min(1, Math.max(0, 0.5 + (u - 0.5) * lx + (v - 0.375) * ly)));
      if (conditions.shadow > 0) {
        let lies = 0;
        for (const { x: hx, y: hy, r } of hand)
          lies = Math.max(
            lies,
            Math.min(1, Math.max(0, (r - Math.hypot(u - hx, (v * width) / height - hy)) / 0.05 + 0.5)),
          );
        light *= 1 - conditions.shadow * lies;
      }
      let [r, g, b] = [0, 0, 0];
      for (const [dx, dy] of SAMPLES) {
        const by = 1 / (wx * (x + dx) + wy * (y + dy) + 1);
        const pageX = (xx * (x + dx) + xy * (y + dy) + x0) * by;
        const pageY = (yx * (x + dx) + yy * (y + dy) + y0) * by;
        if (page && pageX >= 0 && pageY >= 0 && pageX < page.width && pageY < page.height) {
          const [px, py] = [pageX - 0.5, pageY - 0.5];
          const [i, j] = [
            Math.max(0, Math.min(page.width - 2, Math.floor(px))),
            Math.max(0, Math.min(page.height - 2, Math.floor(py))),
          ];
          const [s, t] = [Math.min(1, Math.max(0, px - i)), Math.min(1, Math.max(0, py - j))];
          const k = j * page.width + i;
          const { dark } = page;
          const cover =
            ((dark[k] as number) * (1 - s) + (dark[k + 1] as number) * s) * (1 - t) +
            ((dark[k + page.width] as number) * (1 - s) + (dark[k + page.width + 1] as number) * s) * t;
          let back = (1 - conditions.ink * cover) * (0.985 + 0.03 * grain(pageX * 0.7, pageY * 0.7));
          const [nx, ny] = [pageX / page.width - 0.5, (pageY - page.height / 2) / page.width];
          for (const { cos, sin, at: where, deep, wide } of creases) {
            const away = ((nx * cos + ny * sin - where) * 1000) / wide;
            if (Math.abs(away) < 3) back *= 1 + deep * away * Math.exp(-away * away);
          }
          // The gutter of a spread: pages fall into it.
          if (page.spread && Math.abs(nx) < 0.1) back *= 1 - 0.5 * Math.exp(-(((nx * 1000) / 14) ** 2));
          r += paper[0] * back;
          g += paper[1] * back;
          b += paper[2] * back;
        } else {
          const [dr, dg, db] = desk((x + dx) / width, (y + dy) / width);
          r += dr;
          g += dg;
          b += db;
        }
      }
      const to = (y * width + x) * 3;
      linear[to] = (r / 2) * light;
      linear[to + 1] = (g / 2) * light;
      linear[to + 2] = (b / 2) * light;
    }
  }
  return {
    width,
    height,
    rgb: exposed(linear, width, height, conditions.light, seed),
    corners,
    conditions: wordsOf(conditions, page),
  };
}

const wordsOf = (
  { tilt, desk, paper, ink, shadow, light, creases }: Conditions,
  page: MadePage | null,
): string =>
  [
    `tilt ${tilt.toFixed(0)}°`,
    desk,
    `${paper} paper`,
    ink < 0.3 ? 'pale pencil' : '',
    shadow > 0 ? 'shadow' : '',
    light < 0.6 ? 'low light' : '',
    creases > 0 ? 'creased' : '',
    page?.spread ? 'spread' : '',
  ]
    .filter((word) => word !== '')
    .join(', ');

/**
 * What a lens and a sensor make of the light: a little softness, noise that grows in the dark, the transfer
 * to a display.
 */
function exposed(
  linear: Float32Array,
  width: number,
  height: number,
  light: number,
  seed: number,
): Uint8Array {
  const chance = seeded(seed ^ 0x5e45);
  // Noise is drawn once and gone through at an odd step, since a Gaussian for each value is slow.
  const sheet = Float32Array.from({ length: 65_521 }, () => gaussian(chance));
  const spread = 0.006 + 0.006 / Math.max(0.2, light);
  // A phone lifts what is dark to a middling picture.
  const gain = light < 0.6 ? 0.7 / light : 1;
  const rgb = new Uint8Array(width * height * 3);
  const row = width * 3;
  let k = seed % sheet.length;
  for (let y = 0; y < height; y += 1) {
    const [up, down] = [Math.max(0, y - 1) * row, Math.min(height - 1, y + 1) * row];
    for (let x = 0; x < width; x += 1) {
      const [left, right] = [Math.max(0, x - 1) * 3, Math.min(width - 1, x + 1) * 3];
      for (let c = 0; c < 3; c += 1) {
        const at = y * row;
        const mid = linear[at + x * 3 + c] as number;
        const near =
          (linear[up + x * 3 + c] as number) +
          (linear[down + x * 3 + c] as number) +
          (linear[at + left + c] as number) +
          (linear[at + right + c] as number);
        const soft = 0.56 * mid + 0.11 * near;
        k = (k + 1) % sheet.length;
        const noisy = gain * (soft + spread * Math.sqrt(0.1 + soft) * (sheet[k] as number));
        rgb[at + x * 3 + c] = SHOWN[Math.round(4096 * Math.min(1, Math.max(0, noisy)))] as number;
      }
    }
  }
  return rgb;
}
