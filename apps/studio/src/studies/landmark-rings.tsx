import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { invert, transformPoint, type Affine, type Point } from '@deft/core/geometry';
import { OWN_DRAG } from '../page/parts/stage';
import { spreadOf } from '../page/spread';
import type { PointerKind } from '../page/pointer';
import { FIGURES, ON_PAGE } from '../ui/theme';
import type { Ring } from './rings';

interface LandmarkRingsProps {
  readonly rings: readonly Ring[];
  /** How many of the picture's pixels one of the screen's is. */
  readonly pixel: number;
  /** Page millimetres to reference pixels. */
  readonly toReference: Affine;
  readonly onMoved: (name: string, at: Point, spread: number) => void;
  /** Touched, and not dragged: the one that one wants to say something of. */
  readonly picked: string | null;
  readonly onPick: (name: string | null) => void;
}

interface Drag {
  readonly name: string;
  readonly at: Point;
  /** From the pointer to the landmark, so that it does not jump under the finger. */
  readonly off: Point;
}

/** How far a key moves a landmark, CSS pixels. */
const KEY_STEP = 2;
const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
/** A contact that goes less far than this is a touch, CSS pixels. */
const STILL = 3;
/** Radius that takes a touch, CSS pixels. */
const REACH = 16;

/** Where a pointer is, in the picture's pixels, and how many CSS pixels one of them is. */
function inPicture(event: PointerEvent<SVGGElement>): { at: Point; scale: number } | null {
  const matrix = event.currentTarget.ownerSVGElement?.getScreenCTM();
  if (!matrix) return null;
  const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  return { at: { x: at.x, y: at.y }, scale: matrix.a };
}

/**
 * Landmarks on the laid drawing: hollow where the desk sees them, with its doubt as a faint ring; filled
 * where the student has set them. Dragged, or moved by the arrow keys, one is set.
 */
export function LandmarkRings({ rings, pixel, toReference, onMoved, picked, onPick }: LandmarkRingsProps) {
  const [drag, setDrag] = useState<Drag | null>(null);
  const place = (name: string, at: Point, kind: PointerKind, scale: number): void => {
    const perMillimetre = scale * Math.hypot(toReference[0], toReference[1]);
    onMoved(name, transformPoint(invert(toReference), at), spreadOf(kind, perMillimetre));
  };
  const begin = (event: PointerEvent<SVGGElement>, { name, at }: Ring): void => {
    const pointer = inPicture(event);
    if (!pointer || event.button !== 0) return;
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ name, at, off: { x: at.x - pointer.at.x, y: at.y - pointer.at.y } });
  };
  const follow = (event: PointerEvent<SVGGElement>): void => {
    const pointer = drag && inPicture(event);
    if (drag && pointer)
      setDrag({ ...drag, at: { x: pointer.at.x + drag.off.x, y: pointer.at.y + drag.off.y } });
  };
  const drop = (event: PointerEvent<SVGGElement>, ring: Ring): void => {
    const pointer = drag && inPicture(event);
    setDrag(null);
    if (!drag || !pointer) return;
    if (Math.hypot(drag.at.x - ring.at.x, drag.at.y - ring.at.y) < STILL * pixel)
      return onPick(picked === ring.name ? null : ring.name);
    place(drag.name, drag.at, event.pointerType as PointerKind, pointer.scale);
  };
  const byKey = (event: KeyboardEvent<SVGGElement>, { name, at }: Ring): void => {
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      return onPick(picked === name ? null : name);
    }
    const way = KEYS[event.key];
    const scale = event.currentTarget.ownerSVGElement?.getScreenCTM()?.a;
    if (!way || !scale) return;
    event.preventDefault();
    const by = KEY_STEP * pixel;
    place(name, { x: at.x + way[0] * by, y: at.y + way[1] * by }, 'mouse', scale);
  };
  return (
    <>
      {rings.map((ring) => {
        const at = drag?.name === ring.name ? drag.at : ring.at;
        return (
          <g
            key={ring.name}
            transform={`translate(${at.x} ${at.y})`}
            role="button"
            tabIndex={0}
            aria-label={`${ring.name}, ${ring.set ? 'set' : 'as the desk sees it'}: drag it, move it by the arrow keys, or press it to say more`}
            aria-pressed={picked === ring.name}
            data-testid="ring"
            data-name={ring.name}
            data-set={ring.set}
            {...{ [OWN_DRAG]: true }}
            style={{ cursor: 'grab', touchAction: 'none', pointerEvents: 'auto' }}
            onPointerDown={(event) => begin(event, ring)}
            onPointerMove={follow}
            onPointerUp={(event) => drop(event, ring)}
            onPointerCancel={() => setDrag(null)}
            onKeyDown={(event) => byKey(event, ring)}
          >
            <circle r={REACH * pixel} fill="transparent" />
            {ring.set ? null : (
              <circle
                r={Math.max(ring.doubt, 9 * pixel)}
                fill={ON_PAGE.form}
                fillOpacity={0.14}
                pointerEvents="none"
              />
            )}
            <circle
              r={5 * pixel}
              fill={ring.set ? ON_PAGE.form : ON_PAGE.paper}
              stroke={ring.set ? ON_PAGE.paper : ON_PAGE.form}
              strokeWidth={1.75 * pixel}
            />
            {drag?.name === ring.name || picked === ring.name ? (
              <text
                y={-16 * pixel}
                textAnchor="middle"
                fontSize={15 * pixel}
                fontFamily={FIGURES}
                fill={ON_PAGE.form}
                stroke={ON_PAGE.paper}
                strokeWidth={4 * pixel}
                paintOrder="stroke"
              >
                {ring.name}
              </text>
            ) : null}
          </g>
        );
      })}
    </>
  );
}
