import type { Point } from '@deft/core/geometry';

/**
 * A line of a drawing in shares of its own box, and how thick and dark it is against the page's usual line.
 */
export interface MadeLine {
  readonly points: readonly Point[];
  readonly weight: number;
}

type Chance = () => number;

const between = (chance: Chance, low: number, high: number): number => low + (high - low) * chance();

/** A bowed line from one point to another. */
function bow(chance: Chance, a: Point, b: Point, most: number): Point[] {
  const by = between(chance, -most, most);
  const n = 12;
  return Array.from({ length: n + 1 }, (_, i) => {
    const t = i / n;
    const s = Math.sin(Math.PI * t) * by;
    return { x: a.x + (b.x - a.x) * t + (b.y - a.y) * s, y: a.y + (b.y - a.y) * t - (b.x - a.x) * s };
  });
}

function round(at: Point, rx: number, ry: number, turns = 1.15): Point[] {
  return Array.from({ length: 28 }, (_, i) => {
    const t = (i / 27) * 2 * Math.PI * turns;
    return { x: at.x + rx * Math.cos(t), y: at.y + ry * Math.sin(t) };
  });
}

/** A gesture drawing of a standing or moving figure, by chance: action line, head, ribs, hips, limbs. */
export function madeFigure(chance: Chance): MadeLine[] {
  const lean = between(chance, -0.14, 0.14);
  const head = { x: 0.5 + lean, y: 0.09 };
  const neck = { x: 0.5 + lean * 0.8, y: 0.18 };
  const hips = { x: 0.5 - lean * 0.3, y: 0.5 };
  const limb = (from: Point, length: number, low: number, high: number): Point[] => {
    const first = (between(chance, low, high) * Math.PI) / 180;
    const second = first + (between(chance, -50, 50) * Math.PI) / 180;
    const knee = { x: from.x + Math.sin(first) * length, y: from.y + Math.cos(first) * length };
    return [
      ...bow(chance, from, knee, 0.12),
      ...bow(
        chance,
        knee,
        { x: knee.x + Math.sin(second) * length, y: knee.y + Math.cos(second) * length },
        0.12,
      ),
    ];
  };
  const shoulders = [
    { x: neck.x - 0.11, y: neck.y + 0.03 },
    { x: neck.x + 0.11, y: neck.y + 0.03 },
  ] as const;
  const lines: Point[][] = [
    bow(chance, head, { x: hips.x, y: 0.96 }, 0.1),
    round(head, 0.055, 0.075),
    round({ x: (neck.x + hips.x) / 2, y: 0.3 }, 0.12, 0.12),
    round(hips, 0.1, 0.06),
    bow(chance, shoulders[0], shoulders[1], 0.1),
    limb(shoulders[0], 0.17, -80, 10),
    limb(shoulders[1], 0.17, -10, 80),
    limb({ x: hips.x - 0.06, y: hips.y + 0.02 }, 0.23, -35, 8),
    limb({ x: hips.x + 0.06, y: hips.y + 0.02 }, 0.23, -8, 35),
  ];
  return lines.map((points) => ({
    points: points.map(({ x, y }) => ({
      x: Math.min(0.99, Math.max(0.01, x)),
      y: Math.min(0.99, Math.max(0.01, y)),
    })),
    weight: between(chance, 0.75, 1.2),
  }));
}
