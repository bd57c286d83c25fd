import type { Point } from '@deft/core/geometry';
import type { StrokePoint } from '@deft/core/page';
import { deskPalm, Palm } from './palm';

export type PointerKind = 'pen' | 'touch' | 'mouse';

/** One contact that works on the page, in CSS pixels of the surface. */
export interface Contact {
  readonly kind: PointerKind;
  readonly began: number;
}

export interface Sample extends StrokePoint {
  readonly kind: PointerKind;
}

/**
 * What a hand does with a contact. Points are in CSS pixels of the surface; time runs from the contact's
 * begin.
 */
export interface Hand {
  begin(sample: Sample): void;
  extend(samples: readonly Sample[]): void;
  finish(): void;
  /** Drops what was begun, without a trace. */
  cancel(): void;
  /** A touch that had finished within the pen's grace turns out to be the palm's. */
  withdraw?(): void;
  hover?(at: Point | null): void;
  /** Another hand is taken. */
  leave?(): void;
}

export interface Navigation {
  /**
   * Two fingers, or the wheel: about a point, by a factor, a shift, and a turn in degrees counter-clockwise.
   */
  move(about: Point, by: number, shift: Point, turn: number): void;
  settle(): void;
  /** Doing may begin: asked at each contact. @param on what the contact is on */
  mayBegin(on: EventTarget | null): boolean;
  /** The hand works on the page, or has lifted. */
  contact?(down: boolean): void;
}

/** Degrees that two fingers turn before the page turns with them. */
const MEANT = 9;

/**
 * Turns a surface's pointer events into contacts for a hand and movements for the view. No event
 * here makes React render.
 */
export class PointerInput {
  hand: Hand | null = null;
  #drawing: { id: number; contact: Contact } | null = null;
  #lastTouch: { began: number; ended: number } | null = null;
  readonly #fingers = new Map<number, Point>();
  #pinched = false;
  /** How far two fingers have turned; the page follows only once that is meant. */
  #twist = 0;
  #box: { left: number; top: number } | null = null;
  #wheel: ReturnType<typeof setTimeout> | null = null;
  readonly #stop = new AbortController();

  constructor(
    private readonly surface: HTMLElement,
    private readonly navigation: Navigation,
    readonly palm: Palm = deskPalm,
  ) {
    const on = <K extends keyof HTMLElementEventMap>(
      type: K,
      act: (event: HTMLElementEventMap[K]) => void,
    ): void => surface.addEventListener(type, act, { signal: this.#stop.signal, passive: false });
    on('pointerdown', (e) => this.#down(e));
    on('pointermove', (e) => this.#move(e));
    on('pointerup', (e) => this.#up(e, false));
    on('pointercancel', (e) => this.#up(e, true));
    on('pointerleave', (e) => e.pointerType !== 'touch' && this.hand?.hover?.(null));
    on('wheel', (e) => this.#turn(e));
    on('contextmenu', (e) => e.preventDefault());
    on('touchstart', (e) => e.preventDefault());
  }

  /** Whether something is being drawn just now. */
  get busy(): boolean {
    return this.#drawing !== null;
  }

  /** Ends what is being drawn as if lifted: the bell, or leaving the page. */
  finishNow(): void {
    this.#end('finish');
  }

  /** The hand lifts: what it did stays, or goes without a trace. */
  #end(how: 'finish' | 'cancel'): void {
    if (!this.#drawing) return;
    this.#drawing = null;
    this.hand?.[how]();
    this.navigation.contact?.(false);
  }

  destroy(): void {
    this.finishNow();
    if (this.#wheel) clearTimeout(this.#wheel);
    this.#stop.abort();
  }

  #at(event: PointerEvent | WheelEvent): Point {
    // Asked for once a contact: a layout read at each event would cost more than the event.
    this.#box ??= this.surface.getBoundingClientRect();
    return { x: event.clientX - this.#box.left, y: event.clientY - this.#box.top };
  }

  #sample(event: PointerEvent, contact: Contact): Sample {
    const tilted = event.pointerType === 'pen' && (event.tiltX !== 0 || event.tiltY !== 0);
    return {
      ...this.#at(event),
      pressure: event.pointerType === 'pen' ? event.pressure : 0.5,
      time: Math.max(0, event.timeStamp - contact.began),
      kind: contact.kind,
      ...(tilted ? { tiltX: event.tiltX, tiltY: event.tiltY } : {}),
    };
  }

  #down(event: PointerEvent): void {
    if (!this.#drawing) this.#box = null;
    const kind = event.pointerType as PointerKind;
    if (kind === 'pen') this.palm.penAt(event.timeStamp);
    if (kind === 'touch' && this.palm.ignores(event.timeStamp)) return;
    if (event.button > 0 || !this.navigation.mayBegin(event.target)) return;
    event.preventDefault();
    if (kind === 'touch') {
      this.#fingers.set(event.pointerId, this.#at(event));
      if (this.#fingers.size >= 2) {
        if (this.#drawing?.contact.kind === 'touch') this.#end('cancel');
        this.#pinched = true;
      }
      if (this.#pinched || !this.palm.fingersDraw) return;
    }
    if (this.#drawing) {
      if (kind !== 'pen' || this.#drawing.contact.kind !== 'touch') return;
      // The palm lay down before the pen: what it drew is taken back.
      this.#end('cancel');
    } else if (
      kind === 'pen' &&
      this.#lastTouch &&
      event.timeStamp - this.#lastTouch.ended < Palm.GRACE &&
      this.palm.withdraws(this.#lastTouch.began, event.timeStamp)
    ) {
      this.#lastTouch = null;
      this.hand?.withdraw?.();
    }
    this.surface.setPointerCapture(event.pointerId);
    const contact: Contact = { kind, began: event.timeStamp };
    this.#drawing = { id: event.pointerId, contact };
    this.navigation.contact?.(true);
    this.hand?.begin(this.#sample(event, contact));
  }

  #move(event: PointerEvent): void {
    if (event.pointerType === 'pen') this.palm.penAt(event.timeStamp);
    if (event.pointerType === 'touch' && this.#fingers.has(event.pointerId)) this.#drag(event);
    if (this.#drawing?.id === event.pointerId) {
      const { contact } = this.#drawing;
      const coalesced = event.getCoalescedEvents?.() ?? [];
      this.hand?.extend((coalesced.length > 0 ? coalesced : [event]).map((e) => this.#sample(e, contact)));
    } else if (event.pointerType !== 'touch' && event.buttons === 0) {
      this.#box = null;
      this.hand?.hover?.(this.#at(event));
    }
  }

  #drag(event: PointerEvent): void {
    const before = this.#fingers.get(event.pointerId) as Point;
    const now = this.#at(event);
    this.#fingers.set(event.pointerId, now);
    if (this.#drawing) return;
    const other = [...this.#fingers].find(([id]) => id !== event.pointerId)?.[1];
    if (!other) {
      if (!this.#pinched) this.navigation.move(now, 1, { x: now.x - before.x, y: now.y - before.y }, 0);
      return;
    }
    const angle = (p: Point): number => (Math.atan2(other.y - p.y, p.x - other.x) * 180) / Math.PI;
    const turned = ((angle(now) - angle(before) + 540) % 360) - 180;
    const meant = Math.abs(this.#twist) > MEANT;
    this.#twist += turned;
    const far = (p: Point): number => Math.hypot(p.x - other.x, p.y - other.y) || 1;
    const centre = { x: (before.x + other.x) / 2, y: (before.y + other.y) / 2 };
    this.navigation.move(
      centre,
      far(now) / far(before),
      { x: (now.x - before.x) / 2, y: (now.y - before.y) / 2 },
      meant ? turned : 0,
    );
  }

  #up(event: PointerEvent, cancelled: boolean): void {
    if (event.pointerType === 'pen') this.palm.penAt(event.timeStamp);
    const moved = this.#fingers.delete(event.pointerId);
    if (this.#drawing?.id === event.pointerId) {
      const { contact } = this.#drawing;
      if (contact.kind === 'touch') this.#lastTouch = { began: contact.began, ended: event.timeStamp };
      this.#end(cancelled && contact.kind === 'touch' ? 'cancel' : 'finish');
    } else if (moved) {
      this.navigation.settle();
    }
    if (this.#fingers.size === 0) {
      this.#pinched = false;
      this.#twist = 0;
    }
  }

  /** The wheel scrolls the page; with the control key, or a trackpad's pinch, it zooms. */
  #turn(event: WheelEvent): void {
    event.preventDefault();
    this.#box = null;
    const unit = event.deltaMode === 1 ? 16 : 1;
    if (event.ctrlKey || event.metaKey)
      this.navigation.move(this.#at(event), Math.exp(-event.deltaY * unit * 0.0025), { x: 0, y: 0 }, 0);
    else
      this.navigation.move(
        this.#at(event),
        1,
        {
          x: -(event.shiftKey ? event.deltaY : event.deltaX) * unit,
          y: event.shiftKey ? 0 : -event.deltaY * unit,
        },
        0,
      );
    if (this.#wheel) clearTimeout(this.#wheel);
    this.#wheel = setTimeout(() => this.navigation.settle(), 120);
  }
}
