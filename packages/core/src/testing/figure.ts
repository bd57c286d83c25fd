import { about, compose, rotation, scaling, translation, type Affine } from '../geometry/affine.ts';
import type { Point } from '../geometry/point.ts';
import { formItem, landmarkItem, moveItem, type Item } from '../findings/item.ts';
import type { Form } from '../page/things.ts';
import { gaussian } from '../random/seeded.ts';

/** Test help: a traced figure of 1,000 px height, facing us, with landmarks and forms. */

const LANDMARKS: readonly [string, number, number][] = [
  ['crown', 402, 60],
  ['chin', 398, 190],
  ['pit of the neck', 400, 235],
  ['left shoulder', 500, 250],
  ['right shoulder', 300, 280],
  ['left elbow', 560, 400],
  ['right elbow', 250, 440],
  ['left wrist', 600, 530],
  ['right wrist', 210, 590],
  ['left hip', 455, 560],
  ['right hip', 350, 545],
  ['left knee', 480, 800],
  ['right knee', 335, 790],
  ['left ankle', 470, 1020],
  ['right ankle', 330, 1030],
  ['lowest foot', 320, 1060],
];

/** The same figure's landmarks by name, pixels. */
export const figurePlaces = (): Map<string, Point> =>
  new Map(LANDMARKS.map(([name, x, y]) => [name, { x, y }]));

const at = (x: number, y: number): Point => ({ x, y });

function limb(part: string, from: Point, to: Point, wide: number, narrow: number): Form {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const [nx, ny] = [-(to.y - from.y) / length, (to.x - from.x) / length];
  const corners = [
    at(from.x + nx * wide, from.y + ny * wide),
    at(to.x + nx * narrow, to.y + ny * narrow),
    at(to.x - nx * narrow, to.y - ny * narrow),
    at(from.x - nx * wide, from.y - ny * wide),
  ] as const;
  return {
    type: 'form',
    id: part,
    sheet: '',
    order: 'a0',
    part,
    shape: { kind: 'trapezoid', corners: [...corners] },
    transform: [1, 0, 0, 1, 0, 0],
  };
}

function oval(part: string, x: number, y: number, rx: number, ry: number, turn = 0): Form {
  return {
    type: 'form',
    id: part,
    sheet: '',
    order: 'a0',
    part,
    shape: { kind: 'ellipse', rx, ry },
    transform: compose(translation(x, y), rotation(turn)),
  };
}

/** @param spread of the trace's own marks, pixels */
export function tracedFigure(spread = 1): Item[] {
  const place = Object.fromEntries(LANDMARKS.map(([name, x, y]) => [name, at(x, y)])) as Record<
    string,
    Point
  >;
  const p = (name: string): Point => place[name] as Point;
  const forms = [
    oval('head', 400, 125, 48, 65, 4),
    oval('ribcage', 400, 360, 95, 125, -5),
    oval('pelvis', 402, 545, 90, 62, 8),
    ...(['left', 'right'] as const).flatMap((s) => [
      limb(`${s} upper arm`, p(`${s} shoulder`), p(`${s} elbow`), 32, 24),
      limb(`${s} forearm`, p(`${s} elbow`), p(`${s} wrist`), 24, 15),
      limb(`${s} thigh`, p(`${s} hip`), p(`${s} knee`), 50, 34),
      limb(`${s} shin`, p(`${s} knee`), p(`${s} ankle`), 32, 18),
    ]),
  ];
  return [
    ...LANDMARKS.map(([name, x, y]) => landmarkItem({ id: `*${name}`, name, at: at(x, y), spread })),
    ...forms.map((form) => formItem(form, spread)),
  ];
}

export const FIGURE_HEIGHT = 1000;

/** A freehand copy: some things changed on the reference, then everything laid on a page. */
export function drawFrom(
  trace: readonly Item[],
  changes: { names: readonly string[]; by: Affine }[],
  page: Affine,
  spread: number,
): Item[] {
  return trace.map((item) => {
    const altered = changes.reduce(
      (now, { names, by }) => (item.name !== null && names.includes(item.name) ? moveItem(now, by) : now),
      item,
    );
    return { ...moveItem(altered, page), id: `drawn ${item.id}`, spread };
  });
}

/** Jitters what was placed: points by `spread` in each direction, forms by their four placed ends. */
export function unsteady(items: readonly Item[], spread: number, random: () => number): Item[] {
  return items.map((item) => {
    const n = (): number => spread * gaussian(random);
    if (!item.ellipse) return { ...item, centre: at(item.centre.x + n(), item.centre.y + n()) };
    const { major, minor } = item.ellipse;
    const half = Math.SQRT1_2;
    const about0 = item.centre;
    const by = compose(
      translation(half * n(), half * n()),
      about(about0, rotation((half * n() * 180) / Math.PI / Math.max(major, minor))),
      about(
        about0,
        compose(
          rotation(item.ellipse.tilt),
          scaling(Math.max(0.2, 1 + (half * n()) / major), Math.max(0.2, 1 + (half * n()) / minor)),
          rotation(-item.ellipse.tilt),
        ),
      ),
    );
    return { ...moveItem(item, by), spread: item.spread };
  });
}
