import { isOpen } from '../forms/shape.ts';
import { boxOf, overlaps } from '../geometry/box.ts';
import type { Point } from '../geometry/point.ts';
import { cellLines, isGuides, pageBox, pageOf, sheetsOf } from './contents.ts';
import { BLUE_PENCIL, COVERED, HIDDEN_LINE, MASS_COLOURS } from './colours.ts';
import { formInnerLines, formOutline } from './form-geometry.ts';
import { GUIDE_PIXEL, guideLook, guideStrokes } from './guide-look.ts';
import { guideReader, type GuideReader } from './guide-reader.ts';
import { massArea } from './mass-area.ts';
import { patchwork, pieceOutline } from './mesh.ts';
import { LINE_HEIGHT, NOTE_FONT, noteLines, noteLineWidth } from './note-geometry.ts';
import { bySheet } from './paint-order.ts';
import { withinRegion, type Region } from './region.ts';
import { layerPath, strokeLayers } from './stroke-layers.ts';
import { thingBox } from './thing-box.ts';
import type {
  Form,
  Guide,
  Id,
  Landmark,
  Mass,
  MirrorAxis,
  Note,
  Placement,
  Sheet,
  SheetThing,
  Stroke,
  Thing,
} from './things.ts';

export interface SvgOptions {
  /**
   * Structure lines: guides and all else on sheets of guides, the axis, cells and landmarks. They stay out
   * unless asked for.
   */
  readonly guides?: boolean;
  /** Only what belongs to this part of the page, cut to it. */
  readonly region?: Region;
  /**
   * Address (a data URL, to stand alone) and pixel size of the picture a placement shows; null leaves it out.
   */
  readonly picture?: (placement: Placement) => { href: string; width: number; height: number } | null;
}

const escape = (text: string): string =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const num = (value: number): string => String(Math.round(value * 1000) / 1000);
const matrix = (m: readonly number[]): string =>
  `matrix(${m.map((v) => Number(v.toPrecision(9))).join(' ')})`;
const line = (points: readonly Point[]): string =>
  points.map((p, i) => `${i ? 'L' : 'M'}${num(p.x)} ${num(p.y)}`).join('');

function strokeSvg(stroke: Stroke, colour: string): string {
  return strokeLayers(stroke)
    .map((layer) => {
      const { alpha } = layer;
      const d = layerPath(layer);
      return (
        d && `<path d="${d}" fill="${escape(colour)}"${alpha < 1 ? ` fill-opacity="${num(alpha)}"` : ''}/>`
      );
    })
    .join('');
}

const massSvg = (mass: Mass): string =>
  `<path d="${massArea(mass)
    .map((outline) => `${line(outline)}Z`)
    .join('')}" fill="${MASS_COLOURS[mass.value]}" fill-rule="evenodd"><title>${mass.value}</title></path>`;

function formSvg(form: Form): string {
  const title = form.part ? `<title>${escape(form.part)}</title>` : '';
  const { seen, hidden } = formInnerLines(form);
  const around = `${line(formOutline(form))}${isOpen(form.shape) ? '' : 'Z'}`;
  const path = (d: string, more = ''): string =>
    `<path d="${d}" fill="none" stroke="${BLUE_PENCIL}" stroke-width="0.6" stroke-linejoin="round"${more}>${title}</path>`;
  const behind = hidden.length > 0 ? path(hidden.map(line).join(''), ` stroke-opacity="${HIDDEN_LINE}"`) : '';
  return `${behind}${path([around, ...seen.map(line)].join(''))}`;
}

function lineSvg([x1, y1, x2, y2]: readonly number[], width: number): string {
  return `<line x1="${num(x1 as number)}" y1="${num(y1 as number)}" x2="${num(x2 as number)}" y2="${num(y2 as number)}" stroke="${BLUE_PENCIL}" stroke-width="${width}"/>`;
}

/** Width of a guide's line, millimetres. */
const GUIDE_WIDTH = 0.35;

function guideSvg(guide: Guide | MirrorAxis, reader: GuideReader): string {
  const look = guideLook(guide);
  const { lines, ticks, dots, radius } = guideStrokes(reader.drawn(guide), look, GUIDE_PIXEL);
  const pencil = `fill="none" stroke="${BLUE_PENCIL}" stroke-width="${GUIDE_WIDTH}"`;
  const dash = look.dash.map((length) => num(length * GUIDE_PIXEL)).join(' ');
  const drawn =
    lines.length > 0
      ? `<path d="${lines.map(line).join('')}" ${pencil}${dash && ` stroke-dasharray="${dash}"`}/>`
      : '';
  const across = ticks.length > 0 ? `<path d="${ticks.map(line).join('')}" ${pencil}/>` : '';
  const round = dots.map(
    ({ x, y }) => `<circle cx="${num(x)}" cy="${num(y)}" r="${num(radius)}" fill="${BLUE_PENCIL}"/>`,
  );
  return [drawn, across, ...round].join('');
}

function landmarkSvg(landmark: Landmark): string {
  if (landmark.state !== 'set') return '';
  const { x, y } = landmark.at;
  const d = `M${num(x - 2.5)} ${num(y)}H${num(x + 2.5)}M${num(x)} ${num(y - 2.5)}V${num(y + 2.5)}`;
  const title = landmark.name ? `<title>${escape(landmark.name)}</title>` : '';
  return `<path d="${d}" fill="none" stroke="${BLUE_PENCIL}" stroke-width="0.5">${title}</path>`;
}

function noteSvg(note: Note): string {
  const { says, colour, transform } = note;
  if (says.kind !== 'text') {
    return `<path d="${noteLines(note).map(line).join('')}" fill="none" stroke="${escape(colour)}" stroke-width="${num(noteLineWidth(note))}" stroke-linecap="round" stroke-linejoin="round"/>`;
  }
  const rows = says.text
    .split('\n')
    .map(
      (row, i) =>
        `<tspan x="0" y="${num((i + 1) * says.size * LINE_HEIGHT - 0.3 * says.size)}">${escape(row)}</tspan>`,
    );
  return `<text transform="${matrix(transform)}" font-family="${escape(NOTE_FONT)}" font-size="${num(says.size)}" fill="${escape(colour)}">${rows.join('')}</text>`;
}

/**
 * A picture or a piece of one; a bent piece as triangles, each a little larger than itself so that no seam
 * shows.
 */
function placementSvg(
  placement: Placement,
  picture: { href: string; width: number; height: number },
): string {
  const { id, transform } = placement;
  const image = (more: string): string =>
    `<image href="${escape(picture.href)}" width="${num(picture.width)}" height="${num(picture.height)}"${more}/>`;
  const outline = pieceOutline(placement);
  if (!outline) return image(` transform="${matrix(transform)}"`);
  const clip = `<clipPath id="cut-${id}"><path d="${line(outline)}Z"/></clipPath>`;
  const patches = patchwork(placement);
  if (patches.length === 0)
    return `${clip}<g clip-path="url(#cut-${id})">${image(` transform="${matrix(transform)}"`)}</g>`;
  const parts = patches.map(({ to, transform: placed }, i) => {
    const centre = { x: (to[0].x + to[1].x + to[2].x) / 3, y: (to[0].y + to[1].y + to[2].y) / 3 };
    const wider = to.map((p) => {
      const far = Math.hypot(p.x - centre.x, p.y - centre.y) || 1;
      return { x: p.x + ((p.x - centre.x) / far) * 0.15, y: p.y + ((p.y - centre.y) / far) * 0.15 };
    });
    return `<clipPath id="bit-${id}-${i}"><path d="${line(wider)}Z"/></clipPath><g clip-path="url(#bit-${id}-${i})"><use href="#pic-${id}" transform="${matrix(placed)}"/></g>`;
  });
  return `<defs>${image(` id="pic-${id}"`)}</defs>${clip}<g clip-path="url(#cut-${id})">${parts.join('')}</g>`;
}

/** Whether something takes away of what lies behind it on its sheet. */
const takesAway = (thing: SheetThing): thing is Stroke | Form =>
  (thing.type === 'stroke' && thing.pen === 'rubber') ||
  (thing.type === 'form' && thing.covers === true && !isOpen(thing.shape));

/** What it takes away, in a mask; behind a form a little is left. */
const takenSvg = (thing: Stroke | Form): string =>
  thing.type === 'stroke'
    ? strokeSvg(thing, '#000000')
    : `<path d="${line(formOutline(thing))}Z" fill="#000000" fill-opacity="${COVERED}"/>`;

/**
 * What was rubbed out by area, or is covered by a form in front, is masked away. Neighbours in the stack that
 * the same ones reach share one mask; what nothing later meets has none.
 * @param drawn each thing of a sheet with its SVG, from the lowest up
 */
function rubbedOut(sheet: Id, drawn: readonly { thing: SheetThing; svg: string }[], page: string): string {
  const rubbers = drawn.flatMap(({ thing }, place) =>
    takesAway(thing) ? [{ thing, place, box: thingBox(thing) }] : [],
  );
  if (rubbers.length === 0) return drawn.map(({ svg }) => svg).join('');
  const parts: string[] = [];
  let key = '';
  let open: string[] = [];
  const close = (): void => {
    if (key && open.length > 0) parts.push(`<g mask="url(#rub-${sheet}-${key})">${open.join('')}</g>`);
    else parts.push(...open);
    open = [];
  };
  const masks = new Map<string, string>();
  drawn.forEach(({ thing, svg }, place) => {
    if (!svg) return;
    const box = thingBox(thing);
    const over = rubbers.filter(
      (rubber) => rubber.place > place && rubber.box && box && overlaps(rubber.box, box),
    );
    const now = over.map((rubber) => rubber.place).join('-');
    if (now !== key) {
      close();
      key = now;
    }
    if (now && !masks.has(now)) masks.set(now, over.map((rubber) => takenSvg(rubber.thing)).join(''));
    open.push(svg);
  });
  close();
  const defs = [...masks].map(
    ([name, svg]) =>
      `<mask id="rub-${sheet}-${name}" maskUnits="userSpaceOnUse" ${page}><rect ${page} fill="#FFFFFF"/>${svg}</mask>`,
  );
  return `${defs.join('')}${parts.join('')}`;
}

/**
 * A page as a standalone SVG file: size in millimetres, a group a sheet from the lowest up,
 * strokes as filled paths. A hidden sheet stays in as a group that is not displayed.
 * Throws a RangeError for a page that has no paper yet.
 */
export function pageSvg(page: ReadonlyMap<Id, Thing>, options: SvgOptions = {}): string {
  const { region = null } = options;
  const things = withinRegion(page, region);
  const paper = pageOf(things);
  if (!paper) throw new RangeError('This page has no paper yet.');
  const contents = bySheet(things);
  const guides = guideReader(page);
  const { minX, minY, maxX, maxY } = (region && boxOf(region)) ?? pageBox(paper);
  const [width, height] = [num(maxX - minX), num(maxY - minY)];
  const room = `x="${num(minX)}" y="${num(minY)}" width="${width}" height="${height}"`;
  const drawn = (thing: SheetThing): string => {
    switch (thing.type) {
      case 'placement': {
        const picture = thing.hidden ? null : options.picture?.(thing);
        return picture ? placementSvg(thing, picture) : '';
      }
      case 'stroke':
        return thing.pen === 'rubber' ? '' : strokeSvg(thing, thing.colour);
      case 'mass':
        return massSvg(thing);
      case 'form':
        return isGuides(things.get(thing.sheet)) && !options.guides ? '' : formSvg(thing);
      case 'note':
        return noteSvg(thing);
      case 'guide':
      case 'axis':
        return options.guides ? guideSvg(thing, guides) : '';
      case 'landmark':
        return options.guides ? landmarkSvg(thing) : '';
    }
  };
  const group = (sheet: Sheet): string => {
    const look = `${sheet.opacity < 1 ? ` opacity="${num(sheet.opacity)}"` : ''}${sheet.multiply ? ' style="mix-blend-mode:multiply"' : ''}${sheet.hidden ? ' display="none"' : ''}`;
    const inside = (contents.get(sheet.id) ?? []).map((thing) => ({ thing, svg: drawn(thing) }));
    return `<g id="sheet-${escape(sheet.id)}"${look}><title>${escape(sheet.name)}</title>${rubbedOut(sheet.id, inside, room)}</g>`;
  };
  const sheets = sheetsOf(things).map(group).join('\n');
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${width}mm" height="${height}mm" viewBox="${num(minX)} ${num(minY)} ${width} ${height}">`,
    `<rect ${room} fill="${escape(paper.colour)}"/>`,
    ...(options.guides ? cellLines(paper).map((one) => lineSvg(one, 0.25)) : []),
    region
      ? `<clipPath id="region"><path d="${line(region)}Z"/></clipPath><g clip-path="url(#region)">${sheets}</g>`
      : sheets,
    '</svg>',
    '',
  ].join('\n');
}
