import type { PointerKind } from './pointer';

/**
 * How surely a point is placed with the loupe, as a standard deviation in CSS pixels: a prior,
 * until the student's own steadiness has been measured.
 */
const PRIOR: Readonly<Record<PointerKind, number>> = { touch: 5, pen: 2, mouse: 1.8 };

/** @param scale CSS pixels a millimetre. @returns millimetres on the page */
export const spreadOf = (kind: PointerKind, scale: number): number => Math.max(0.1, PRIOR[kind] / scale);
