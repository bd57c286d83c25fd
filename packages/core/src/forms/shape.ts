import type { Point } from '../geometry/point.ts';

/** Begin, a place in between that it passes, and end. */
export type Spine = readonly [Point, Point, Point];

/**
 * A construction shape about its own origin, millimetres. What one takes hold of on it are points, so that
 * pulling one leaves the others where they are.
 */
export type Shape =
  | { readonly kind: 'ellipse'; readonly rx: number; readonly ry: number }
  /** About its origin, through a point on its rim; its cross runs to that point. */
  | { readonly kind: 'circle'; readonly rim: Point }
  /** From one end of its flat side to the other; it bulges to the left of that way, as it is seen. */
  | { readonly kind: 'half circle'; readonly ends: readonly [Point, Point] }
  /** An ellipse bent along a spine that runs from tip to tip; its width is that of its middle. */
  | { readonly kind: 'bean'; readonly spine: Spine; readonly width: number }
  /** A corner of the face in front, its two neighbours on that face, and the one behind it. */
  | { readonly kind: 'box'; readonly corners: readonly [Point, Point, Point, Point] }
  /** The three corners of the face in front, and the one behind the first. */
  | { readonly kind: 'wedge'; readonly corners: readonly [Point, Point, Point, Point] }
  /**
   * From the middle of its nearer end to that of the farther; the ends' diameters, and how round they are
   * seen: short over long axis, the short one along the cylinder.
   */
  | {
      readonly kind: 'cylinder';
      readonly axis: readonly [Point, Point];
      readonly widths: readonly [number, number];
      readonly roundness: number;
    }
  /** Round joints of these diameters at both ends of a spine, and what lies between them. */
  | { readonly kind: 'limb'; readonly spine: Spine; readonly widths: readonly [number, number] }
  | { readonly kind: 'trapezoid'; readonly corners: readonly [Point, Point, Point, Point] }
  | { readonly kind: 'triangle'; readonly corners: readonly [Point, Point, Point] }
  | { readonly kind: 'outline'; readonly corners: readonly Point[] }
  /** An open line of a skeleton: two points where it is straight, a spine where it is curved. */
  | { readonly kind: 'line'; readonly points: readonly [Point, Point] | Spine };

export type FormKind = Shape['kind'];
export type ShapeOf<K extends FormKind> = Extract<Shape, { kind: K }>;

export const FORM_KINDS = [
  'ellipse',
  'circle',
  'half circle',
  'bean',
  'box',
  'wedge',
  'cylinder',
  'limb',
  'trapezoid',
  'triangle',
  'outline',
  'line',
] as const satisfies readonly FormKind[];

/** Whether a shape is a line and holds no room. */
export const isOpen = ({ kind }: Pick<Shape, 'kind'>): boolean => kind === 'line';
