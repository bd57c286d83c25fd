import type { CDPSession, Locator, Page } from '@playwright/test';

export type Pointer = 'pen' | 'touch' | 'mouse';
export interface At {
  readonly x: number;
  readonly y: number;
}

/** Draws on the screen as a device would, through the browser's own input events. */
export class Fingers {
  private constructor(private readonly cdp: CDPSession) {}

  static async of(page: Page): Promise<Fingers> {
    return new Fingers(await page.context().newCDPSession(page));
  }

  /** A stroke through screen points; a pen presses harder in its middle. @param pauseMs between two points */
  async stroke(points: readonly At[], pointer: Pointer = 'pen', pauseMs = 0): Promise<void> {
    await this.down(points[0] as At, pointer);
    for (const [i, point] of points.slice(1).entries()) {
      await this.move(point, pointer, 0.25 + 0.5 * Math.sin((Math.PI * i) / points.length));
      if (pauseMs > 0) await new Promise((done) => setTimeout(done, pauseMs));
    }
    await this.up(points.at(-1) as At, pointer);
  }

  async down({ x, y }: At, pointer: Pointer): Promise<void> {
    if (pointer === 'touch')
      await this.cdp.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
    else
      await this.cdp.send('Input.dispatchMouseEvent', {
        type: 'mousePressed',
        x,
        y,
        button: 'left',
        buttons: 1,
        clickCount: 1,
        pointerType: pointer,
        force: 0.3,
      });
  }

  async move({ x, y }: At, pointer: Pointer, force = 0.5): Promise<void> {
    if (pointer === 'touch')
      await this.cdp.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ x, y }] });
    else
      await this.cdp.send('Input.dispatchMouseEvent', {
        type: 'mouseMoved',
        x,
        y,
        button: 'left',
        buttons: 1,
        pointerType: pointer,
        force,
      });
  }

  async up({ x, y }: At, pointer: Pointer): Promise<void> {
    if (pointer === 'touch')
      await this.cdp.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    else
      await this.cdp.send('Input.dispatchMouseEvent', {
        type: 'mouseReleased',
        x,
        y,
        button: 'left',
        buttons: 0,
        clickCount: 1,
        pointerType: pointer,
        force: 0,
      });
  }

  async tap(at: At, pointer: Pointer = 'pen'): Promise<void> {
    await this.down(at, pointer);
    await this.up(at, pointer);
  }

  /** Two fingers from one pair of places to another. */
  async pinch(from: readonly [At, At], to: readonly [At, At]): Promise<void> {
    const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', touchPoints: readonly At[]) =>
      this.cdp.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: touchPoints.map(({ x, y }, id) => ({ x, y, id })),
      });
    await send('touchStart', [from[0]]);
    await send('touchStart', from);
    for (let i = 1; i <= 8; i += 1)
      await send(
        'touchMove',
        from.map((p, k) => ({ x: p.x + ((to[k]!.x - p.x) * i) / 8, y: p.y + ((to[k]!.y - p.y) * i) / 8 })),
      );
    await send('touchEnd', []);
  }
}

const SIZE = { width: 148, height: 210 };
const MARGIN = 6;

/** Where a place on the fitted page lies on the screen. */
export async function pageOnScreen(
  surface: Locator,
  size: { x?: number; y?: number; width: number; height: number } = SIZE,
): Promise<(x: number, y: number) => At> {
  const box = (await surface.boundingBox())!;
  const scale = Math.min((box.width - 2 * MARGIN) / size.width, (box.height - 2 * MARGIN) / size.height);
  const left = box.x + (box.width - size.width * scale) / 2;
  const top = box.y + (box.height - size.height * scale) / 2;
  return (x, y) => ({ x: left + (x - (size.x ?? 0)) * scale, y: top + (y - (size.y ?? 0)) * scale });
}

/** Points along a straight way, its ends among them. */
export const line = (x1: number, y1: number, x2: number, y2: number, count = 16): At[] =>
  Array.from({ length: count }, (_, i) => ({
    x: x1 + ((x2 - x1) * i) / (count - 1),
    y: y1 + ((y2 - y1) * i) / (count - 1),
  }));

/** Points along an arc, in millimetres. */
export function arc(
  cx: number,
  cy: number,
  rx: number,
  ry: number,
  from = 0,
  to = 2 * Math.PI,
  count = 24,
): At[] {
  return Array.from({ length: count }, (_, i) => {
    const t = from + ((to - from) * i) / (count - 1);
    return { x: cx + rx * Math.cos(t), y: cy + ry * Math.sin(t) };
  });
}

/** Roles of what can be pressed. */
const PRESSED = ['button', 'radio', 'checkbox', 'switch', 'link'] as const;

/**
 * What can be pressed and has this name, whatever its kind.
 * @param whole the name is the whole of it, in capitals or not; otherwise a part
 */
export function control(scope: Page | Locator, name: string | RegExp, whole = true): Locator {
  const exact = (text: string): RegExp => new RegExp(`^${text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}$`, 'i');
  const wanted = { name: typeof name === 'string' && whole ? exact(name) : name };
  const [first, ...others] = PRESSED.map((role) => scope.getByRole(role, wanted));
  return others.reduce((any, one) => any.or(one), first as Locator);
}
