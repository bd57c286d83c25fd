import {
  compose,
  invert,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
  type Box,
  type Point,
} from '@deft/core/geometry';

/**
 * How the page lies on the screen: mirrored, then turned, then enlarged, then moved. Of the view
 * only: nothing drawn knows of it.
 */
export interface View {
  /** CSS pixels a millimetre. */
  readonly scale: number;
  /** Degrees counter-clockwise. */
  readonly turn: number;
  readonly mirrored: boolean;
  /** Where the page's 0, 0 lies, CSS pixels. */
  readonly x: number;
  readonly y: number;
}

export interface Room {
  readonly width: number;
  readonly height: number;
}

const SMALLEST_SCALE = 0.4;
const LARGEST_SCALE = 60;
const MARGIN = 6;

export const UPRIGHT: View = { scale: 1, turn: 0, mirrored: false, x: 0, y: 0 };

/** Page millimetres to CSS pixels. */
export const viewAffine = ({ scale, turn, mirrored, x, y }: View): Affine =>
  compose(translation(x, y), rotation(turn), scaling(mirrored ? -scale : scale, scale));

export const toPage = (view: View, p: Point): Point => transformPoint(invert(viewAffine(view)), p);
export const toScreen = (view: View, p: Point): Point => transformPoint(viewAffine(view), p);

/** The view moved so that a page point lies at a screen point. */
function pinned(view: View, page: Point, screen: Point): View {
  const now = toScreen(view, page);
  return { ...view, x: view.x + screen.x - now.x, y: view.y + screen.y - now.y };
}

/** A box of the page whole and centred in the room, turned and mirrored as the view is. */
export function fitView(box: Box, room: Room, view: View = UPRIGHT): View {
  const [width, height] = [box.maxX - box.minX, box.maxY - box.minY];
  const [c, s] = [
    Math.abs(Math.cos((view.turn * Math.PI) / 180)),
    Math.abs(Math.sin((view.turn * Math.PI) / 180)),
  ];
  const scale = Math.max(
    SMALLEST_SCALE,
    Math.min(
      (room.width - 2 * MARGIN) / (c * width + s * height),
      (room.height - 2 * MARGIN) / (s * width + c * height),
    ),
  );
  return centred({ ...view, scale }, box, room);
}

/** The middle of a box in the middle of the room. */
export const centred = (view: View, box: Box, room: Room): View =>
  pinned(
    view,
    { x: (box.minX + box.maxX) / 2, y: (box.minY + box.maxY) / 2 },
    { x: room.width / 2, y: room.height / 2 },
  );

/** The view enlarged by `by` and turned by `turn` degrees about a screen point, then moved. */
export function zoomView(view: View, about: Point, by: number, move: Point = { x: 0, y: 0 }, turn = 0): View {
  const scale = Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, view.scale * by));
  const page = toPage(view, about);
  return pinned({ ...view, scale, turn: wrap(view.turn + turn) }, page, {
    x: about.x + move.x,
    y: about.y + move.y,
  });
}

/** Mirrored about the upright line through the middle of the room. */
export function mirrorView(view: View, room: Room): View {
  const page = toPage(view, { x: room.width / 2, y: room.height / 2 });
  return pinned({ ...view, mirrored: !view.mirrored, turn: wrap(-view.turn) }, page, {
    x: room.width / 2,
    y: room.height / 2,
  });
}

const wrap = (degrees: number): number => ((((degrees + 180) % 360) + 360) % 360) - 180;
