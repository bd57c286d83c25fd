import { FORM_KINDS, innerLines, isOpen, shapeOutline, type FormKind, type Shape } from '@deft/core/forms';
import type { Point } from '@deft/core/geometry';
import type { ReactElement } from 'react';
import { Path } from 'react-native-svg';

/** A small drawing of each kind of form, as the page itself would draw it. */

const at = (x: number, y: number): Point => ({ x, y });

/** One of each in a place of 26 by 21; what lies about its origin is moved to the middle. */
const SAMPLES: Readonly<Record<FormKind, Shape>> = {
  ellipse: { kind: 'ellipse', rx: 10, ry: 6.5 },
  circle: { kind: 'circle', rim: at(8.5, 0) },
  'half circle': { kind: 'half circle', ends: [at(3, 15), at(23, 15)] },
  bean: { kind: 'bean', spine: [at(4, 13), at(13, 8.5), at(22, 13)], width: 11 },
  box: { kind: 'box', corners: [at(11, 8), at(3, 5.5), at(11, 19), at(21, 4.5)] },
  wedge: { kind: 'wedge', corners: [at(9, 3), at(3, 17), at(14, 18), at(18, 1.5)] },
  cylinder: { kind: 'cylinder', axis: [at(13, 16), at(13, 4.5)], widths: [13, 12], roundness: 0.4 },
  limb: { kind: 'limb', spine: [at(6, 6), at(13, 9.5), at(21, 15)], widths: [9, 5] },
  trapezoid: { kind: 'trapezoid', corners: [at(7, 3), at(19, 3), at(23, 17), at(3, 17)] },
  triangle: { kind: 'triangle', corners: [at(13, 3), at(23, 18), at(3, 18)] },
  outline: {
    kind: 'outline',
    corners: [at(5, 7), at(11, 3), at(17, 6), at(22, 5), at(21, 13), at(15, 15), at(10, 18), at(4, 14)],
  },
  line: { kind: 'line', points: [at(3, 16), at(11, 6), at(23, 5)] },
};

const CENTRED: readonly FormKind[] = ['ellipse', 'circle'];

function pathOf(shape: Shape): string {
  const [dx, dy] = CENTRED.includes(shape.kind) ? [13, 10.5] : [0, 0];
  const line = (points: readonly Point[]): string =>
    points.map(({ x, y }, i) => `${i ? 'L' : 'M'}${(x + dx).toFixed(1)} ${(y + dy).toFixed(1)}`).join('');
  const around = `${line(shapeOutline(shape))}${isOpen(shape) ? '' : 'Z'}`;
  return [around, ...innerLines(shape).seen.map(line)].join('');
}

type Drawings = Readonly<Record<FormKind, (colour: string) => ReactElement>>;

export const FORM_DRAWINGS = Object.fromEntries(
  FORM_KINDS.map((kind) => {
    const d = pathOf(SAMPLES[kind]);
    const drawn = (colour: string) => (
      <Path
        d={d}
        stroke={colour}
        strokeWidth={1.6}
        fill="none"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    );
    return [kind, drawn];
  }),
) as unknown as Drawings;
