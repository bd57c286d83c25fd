import type { Lit } from '@deft/core/alone';
import { ON_PAGE } from '../../ui/theme';
import { polyline } from './ink';

/** Widths on the screen, CSS pixels. */
const [TOUCH, PLUMB] = [6, 2];

/** Which kinds are lit, for whoever has to know without looking. */
export const litWords = ({ touches, closed, fallen }: Lit): string =>
  [touches.length > 0 ? 'touch' : '', closed.length > 0 ? 'closed' : '', fallen ? 'fallen' : '']
    .filter(Boolean)
    .join(' ');

/** Near-touches, closed gaps and lost balance, faintly, in page millimetres. */
export function paintLights(
  context: CanvasRenderingContext2D,
  { touches, closed, fallen }: Lit,
  pixel: number,
): void {
  context.save();
  context.lineCap = 'round';
  context.lineJoin = 'round';
  context.fillStyle = ON_PAGE.correction;
  context.strokeStyle = ON_PAGE.correction;
  context.globalAlpha = 0.22;
  for (const gap of closed) context.fill(polyline(gap, true));
  context.globalAlpha = 0.4;
  context.lineWidth = TOUCH * pixel;
  // As one path, so that what lies over each other is no darker.
  const near = new Path2D();
  for (const line of touches) polyline(line, false, near);
  context.stroke(near);
  if (fallen) {
    const { weight, stands } = fallen;
    context.globalAlpha = 0.7;
    context.lineWidth = PLUMB * pixel;
    context.stroke(polyline([weight, { x: weight.x, y: stands.ground }]));
    context.stroke(
      polyline([
        { x: stands.from, y: stands.ground },
        { x: stands.to, y: stands.ground },
      ]),
    );
  }
  context.restore();
}
