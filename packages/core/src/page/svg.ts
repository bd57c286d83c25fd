import { guideLine, paperOf, sheetsOf, thingsOfType } from './contents.ts';
import { BLUE_PENCIL } from './colours.ts';
import { formOutline } from './form-geometry.ts';
import { outlinePath, strokeOutline } from './stroke-outline.ts';
import { decodeStroke } from './stroke-code.ts';
import type { Form, Guide, Id, Landmark, Paper, Placement, Sheet, Stroke, Thing } from './things.ts';

export interface SvgOptions {
  /** Structure lines: guides and landmarks. They stay out unless asked for. */
  readonly guides?: boolean;
  /** Address (a data URL, to stand alone) and pixel size of the picture a placement shows; null leaves it out. */
  readonly picture?: (placement: Placement) => { href: string; width: number; height: number } | null;
}

const escape = (text: string): string =>
  text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '').replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const num = (value: number): string => String(Math.round(value * 1000) / 1000);
const matrix = (m: readonly number[]): string => `matrix(${m.map((v) => Number(v.toPrecision(9))).join(' ')})`;

function strokeSvg(stroke: Stroke): string {
  const d = outlinePath(strokeOutline(decodeStroke(stroke.points), stroke));
  return d && `<path d="${d}" fill="${escape(stroke.colour)}"/>`;
}

function formSvg(form: Form): string {
  const title = form.part ? `<title>${escape(form.part)}</title>` : '';
  const d = formOutline(form).map((p, i) => `${i ? 'L' : 'M'}${num(p.x)} ${num(p.y)}`);
  return `<path d="${d.join('')}Z" fill="none" stroke="${BLUE_PENCIL}" stroke-width="0.6" stroke-linejoin="round">${title}</path>`;
}

function guideSvg(guide: Guide, paper: Paper): string {
  const [x1, y1, x2, y2] = guideLine(guide, paper).map(num);
  const dash = guide.kind === 'ground' ? '' : ' stroke-dasharray="4 2.5"';
  return `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" stroke="${BLUE_PENCIL}" stroke-width="0.35"${dash}/>`;
}

function landmarkSvg(landmark: Landmark): string {
  if (landmark.state !== 'set') return '';
  const { x, y } = landmark.at;
  const d = `M${num(x - 2.5)} ${num(y)}H${num(x + 2.5)}M${num(x)} ${num(y - 2.5)}V${num(y + 2.5)}`;
  const title = landmark.name ? `<title>${escape(landmark.name)}</title>` : '';
  return `<path d="${d}" fill="none" stroke="${BLUE_PENCIL}" stroke-width="0.5">${title}</path>`;
}

/**
 * A page as a standalone SVG 1.1 file: size in millimetres, a group a sheet from the lowest up,
 * strokes as filled paths. A hidden sheet stays in as a group that is not displayed.
 * Throws a RangeError for a page that has no paper yet.
 */
export function pageSvg(things: ReadonlyMap<Id, Thing>, options: SvgOptions = {}): string {
  const paper = paperOf(things);
  if (!paper) throw new RangeError('This page has no paper yet.');
  const inside = new Map<Id, string[]>();
  const put = (sheet: Id, svg: string): void => {
    if (svg) inside.set(sheet, [...(inside.get(sheet) ?? []), svg]);
  };
  for (const placement of thingsOfType(things, 'placement')) {
    const picture = options.picture?.(placement);
    if (!picture) continue;
    const { href, width, height } = picture;
    put(placement.sheet, `<image href="${escape(href)}" width="${num(width)}" height="${num(height)}" transform="${matrix(placement.transform)}"/>`);
  }
  for (const stroke of thingsOfType(things, 'stroke')) put(stroke.sheet, strokeSvg(stroke));
  for (const form of thingsOfType(things, 'form')) put(form.sheet, formSvg(form));
  if (options.guides) {
    for (const guide of thingsOfType(things, 'guide')) put(guide.sheet, guideSvg(guide, paper));
    for (const landmark of thingsOfType(things, 'landmark')) put(landmark.sheet, landmarkSvg(landmark));
  }
  const group = (sheet: Sheet): string => {
    const look = `${sheet.opacity < 1 ? ` opacity="${num(sheet.opacity)}"` : ''}${sheet.hidden ? ' display="none"' : ''}`;
    return `<g id="sheet-${escape(sheet.id)}"${look}><title>${escape(sheet.name)}</title>${(inside.get(sheet.id) ?? []).join('')}</g>`;
  };
  const size = `width="${num(paper.width)}mm" height="${num(paper.height)}mm" viewBox="0 0 ${num(paper.width)} ${num(paper.height)}"`;
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" ${size}>`,
    `<rect width="100%" height="100%" fill="${escape(paper.colour)}"/>`,
    ...sheetsOf(things).map(group),
    '</svg>',
    '',
  ].join('\n');
}
