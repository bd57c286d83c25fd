import type { FormKind, Shape } from '@deft/core/forms';

/** What a kind of form is called in the tray. */
export const FORM_WORDS: Readonly<Record<FormKind, string>> = {
  ellipse: 'ellipse',
  circle: 'circle',
  'half circle': 'half circle',
  bean: 'bean',
  box: 'box',
  wedge: 'wedge',
  cylinder: 'cylinder',
  limb: 'limb',
  trapezoid: 'trapezoid',
  triangle: 'triangle',
  outline: 'free outline',
  line: 'line',
};

/** What a shape is called: of a line also whether it bends. */
export const shapeWords = (shape: Shape): string =>
  shape.kind === 'line'
    ? shape.points.length === 2
      ? 'straight line'
      : 'curved line'
    : FORM_WORDS[shape.kind];
