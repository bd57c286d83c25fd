import { facing } from '../forms/inner-lines.ts';
import { cylinderRound, prismFaces, sidesOf } from '../forms/outline.ts';
import { isOpen, type ShapeOf } from '../forms/shape.ts';
import { transformPoint } from '../geometry/affine.ts';
import { allOf, areaWithin, cutFrom, cutFromAll, joined, shared, type Area } from '../geometry/area.ts';
import { boxOf, overlaps } from '../geometry/box.ts';
import { add, distance, meanOf, middle, scale, type Point } from '../geometry/point.ts';
import { formOutline } from './form-geometry.ts';
import { MASS_VALUES, type Form, type MassValue } from './things.ts';

/** Where the light comes from. */
export interface Light {
  /** Degrees counter-clockwise from the right of the page. */
  readonly from: number;
  /** Degrees above the page, to who looks at it: at 90 it comes from there. */
  readonly height: number;
}

/** The lowest that a light stands: any lower, and a round has no lit place in its middle, degrees. */
export const LOWEST_LIGHT = 25;

/** Cosine of light and surface from which on it is light, and below which it is dark. */
const [LIT, SHADE] = [0.6, 0.2];
/** How a side of a prism is turned, which the page does not tell: across it, and toward who looks. */
const [SIDE_ACROSS, SIDE_UP] = [0.9, Math.sqrt(1 - 0.9 ** 2)];

interface Ray {
  readonly x: number;
  readonly y: number;
  readonly up: number;
}

/** Unit vector toward the light: across the page as it is measured, down being more, and up from it. */
function rayOf({ from, height }: Light): Ray {
  const [around, above] = [from, Math.max(LOWEST_LIGHT, height)].map(
    (degrees) => (degrees * Math.PI) / 180,
  ) as [number, number];
  return {
    x: Math.cos(around) * Math.cos(above),
    y: -Math.sin(around) * Math.cos(above),
    up: Math.sin(above),
  };
}

/**
 * How far from the middle of a round, as a share of the way to its edge, it is lit by at least `least`: its
 * surface is turned up in the middle and level with the page at the edge. `toward` is what the light has of
 * the way outward, `up` of the way up; in closed form, by Lambert's law. `up` is at least `least`.
 */
function litUpTo(toward: number, up: number, least: number): number {
  const strongest = Math.hypot(toward, up);
  if (toward >= least) return 1;
  // share = sin of the angle from the middle; toward * sin + up * cos = least.
  const angle = Math.atan2(toward, up) + Math.acos(Math.min(1, least / strongest));
  return Math.sin(Math.min(Math.PI / 2, Math.max(0, angle)));
}

/** What of a form is lit by at least so much. */
type Lit = (least: number) => Area;

const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x;
const unit = (from: Point, to: Point): Point => {
  const far = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  return { x: (to.x - from.x) / far, y: (to.y - from.y) / far };
};
const toward = (from: Point, to: Point, share: number): Point => ({
  x: from.x + share * (to.x - from.x),
  y: from.y + share * (to.y - from.y),
});

/** Seen as if it were round: turned up in its middle, outward at its edge. */
function litRound(outline: readonly Point[], ray: Ray): Lit {
  const centre = meanOf(outline);
  return (least) =>
    areaWithin(
      outline.map((p, i) => {
        const [before, after] = [outline.at(i - 1) as Point, outline[(i + 1) % outline.length] as Point];
        const along = unit(before, after);
        const out = { x: along.y, y: -along.x };
        const side = Math.sign(out.x * (p.x - centre.x) + out.y * (p.y - centre.y)) || 1;
        return toward(centre, p, litUpTo(side * (out.x * ray.x + out.y * ray.y), ray.up, least));
      }),
    );
}

/** Round across the way between two long sides, which run from its begin to its end. */
function litAlong(left: readonly Point[], right: readonly Point[], ray: Ray): Lit {
  const [first, last] = [0, left.length - 1];
  const across = (at: number): number => distance(left[at] as Point, right[at] as Point);
  const on = (at: Point, from: Point, by: number): Point => add(at, scale(unit(from, at), by));
  // A little on beyond both ends, which are round themselves.
  const beyond = (side: readonly Point[]): Point[] => [
    on(side[first] as Point, side[first + 1] as Point, across(first)),
    ...side,
    on(side[last] as Point, side[last - 1] as Point, across(last)),
  ];
  const [one, other] = [beyond(left), beyond(right)];
  return (least) => {
    const edge = (to: readonly Point[], from: readonly Point[]): Point[] =>
      to.map((p, i) => {
        const q = from[i] as Point;
        const out = unit(q, p);
        return toward(middle(p, q), p, litUpTo(out.x * ray.x + out.y * ray.y, ray.up, least));
      });
    return areaWithin([...edge(one, other), ...edge(other, one).reverse()]);
  };
}

/** Flat faces, each with how strongly it is lit. */
interface Face {
  readonly outline: readonly Point[];
  readonly light: number;
}

/** The faces of a prism that are seen. */
function prismLit(front: readonly Point[], back: readonly Point[], ray: Ray): Face[] {
  const centre = meanOf(front);
  const seen = facing(front, back);
  const sides = front.flatMap((p, i): Face[] => {
    if (!seen[i]) return [];
    const j = (i + 1) % front.length;
    const q = front[j] as Point;
    const along = unit(p, q);
    const out = cross(along, { x: centre.x - p.x, y: centre.y - p.y }) > 0 ? 1 : -1;
    const light = SIDE_ACROSS * out * (along.y * ray.x - along.x * ray.y) + SIDE_UP * ray.up;
    return [{ outline: [p, q, back[j] as Point, back[i] as Point], light }];
  });
  return [{ outline: front, light: ray.up }, ...sides];
}

/** Each face gets a value by the order in which the light falls on them: no two seen ones are alike. */
function facesIn(faces: readonly Face[]): Record<MassValue, Area> {
  const values: Record<MassValue, Area> = { light: [], middle: [], dark: [] };
  const sorted = [...faces].sort((a, b) => b.light - a.light);
  const [first] = sorted;
  const alone: MassValue = !first || first.light >= LIT ? 'light' : first.light < SHADE ? 'dark' : 'middle';
  const steps: readonly MassValue[] =
    sorted.length > 2 ? MASS_VALUES : sorted.length === 2 ? ['light', 'dark'] : [alone];
  sorted.forEach(({ outline }, i) => {
    const value = steps[Math.min(i, steps.length - 1)] as MassValue;
    values[value] = joined(values[value], areaWithin(outline));
  });
  return values;
}

/** What of a form's outline is light, middle and dark. */
function valuesIn(form: Form, ray: Ray): Record<MassValue, Area> {
  const { shape, transform } = form;
  const onPage = (points: readonly Point[]): Point[] => points.map((p) => transformPoint(transform, p));
  const outline = formOutline(form);
  const whole = areaWithin(outline);
  if (shape.kind === 'box' || shape.kind === 'wedge') {
    const [front, back] = prismFaces(shape);
    return facesIn(prismLit(onPage(front), onPage(back), ray));
  }
  const lit = litOf(form, outline, onPage, ray);
  const lightest = Math.min(LIT, ray.up);
  const [light, up] = [shared(whole, lit(lightest)), shared(whole, lit(SHADE))];
  const values = { light, middle: cutFrom(up, light), dark: cutFrom(cutFrom(whole, up), light) };
  return shape.kind === 'cylinder' ? endedBy(shape, onPage, ray, values) : values;
}

function litOf(
  { shape }: Form,
  outline: readonly Point[],
  onPage: (points: readonly Point[]) => Point[],
  ray: Ray,
): Lit {
  if (shape.kind === 'limb' || shape.kind === 'bean') {
    const [left, right] = sidesOf(shape).map(onPage) as [Point[], Point[]];
    return litAlong(left, right, ray);
  }
  if (shape.kind === 'cylinder') {
    const side = (way: 1 | -1): Point[] => {
      const [from, to] = shape.axis;
      const along = unit(from, to);
      return shape.axis.map((p, i) => ({
        x: p.x - (way * along.y * (shape.widths[i] as number)) / 2,
        y: p.y + (way * along.x * (shape.widths[i] as number)) / 2,
      }));
    };
    return litAlong(onPage(side(-1)), onPage(side(1)), ray);
  }
  return litRound(outline, ray);
}

/** The nearer end of a cylinder is flat: it turns up as much as it is seen round. */
function endedBy(
  shape: ShapeOf<'cylinder'>,
  onPage: (points: readonly Point[]) => Point[],
  ray: Ray,
  values: Record<MassValue, Area>,
): Record<MassValue, Area> {
  const end = areaWithin(onPage(cylinderRound(shape, 0, 0, 2 * Math.PI)));
  const [near, far] = onPage(shape.axis) as [Point, Point];
  const out = unit(far, near);
  const across = Math.sqrt(Math.max(0, 1 - shape.roundness ** 2));
  const light = across * (out.x * ray.x + out.y * ray.y) + shape.roundness * ray.up;
  const own: MassValue = light >= Math.min(LIT, ray.up) ? 'light' : light < SHADE ? 'dark' : 'middle';
  return mapValues((value) => {
    const left = cutFrom(values[value], end);
    return value === own ? joined(left, end) : left;
  });
}

const mapValues = (of: (value: MassValue) => Area): Record<MassValue, Area> => ({
  light: of('light'),
  middle: of('middle'),
  dark: of('dark'),
});

/**
 * What of a drawing is light, middle and dark where its forms stand in a light: rounds by how their surface
 * is turned, prisms plane by plane. Flat kinds are taken for round ones; a form in front covers what lies
 * behind it. The three share no place. All are empty where no form encloses anything.
 * @param forms the lowest first
 */
export function blockIn(forms: readonly Form[], light: Light): Record<MassValue, Area> {
  const ray = rayOf(light);
  const closed = forms
    .filter(({ shape }) => !isOpen(shape))
    .map((form) => {
      const outline = formOutline(form);
      return { form, box: boxOf(outline), room: areaWithin(outline) };
    });
  const seen = closed.map(({ form, box }, i) => {
    // Only what lies over it counts: of hundreds of forms that is a few.
    const over = closed
      .slice(i + 1)
      .filter((other) => box && other.box && overlaps(box, other.box))
      .map(({ room }) => room);
    const own = valuesIn(form, ray);
    return over.length > 0 ? mapValues((value) => cutFromAll(own[value], over)) : own;
  });
  return mapValues((value) => allOf(seen.map((own) => own[value])));
}
