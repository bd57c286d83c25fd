import { transformPoint } from '../geometry/affine.ts';
import type { Area } from '../geometry/area.ts';
import type { Mass } from './things.ts';

/** Where a mass lies on its page, millimetres. */
export const massArea = ({ area, transform }: Pick<Mass, 'area' | 'transform'>): Area =>
  transform ? area.map((outline) => outline.map((p) => transformPoint(transform, p))) : area;
