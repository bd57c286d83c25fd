import { FORM_KINDS, shapeFromPath, type FormKind, type Shape } from '../forms/index.ts';
import { cellOutlines } from '../page/cells.ts';
import { inkPage, newPage } from '../page/new-page.ts';
import { withinRegion } from '../page/region.ts';
import { pageSvg } from '../page/svg.ts';
import type { Form, Id, Thing } from '../page/things.ts';
import type { Affine } from '../geometry/affine.ts';
import { checkPages } from './from-pages.ts';

/** Forms of every kind count where a drawing is only a part of a page: in a cell, and on lifted paper. */

let next = 1;
const newId = (): Id => (next++).toString(16).padStart(32, '0');
const REFERENCE = 'e'.repeat(32);
const PAPER = { width: 148, height: 210 };
const CELLS = cellOutlines(PAPER, { columns: 2, rows: 2 });

function shapeOf(kind: FormKind): Shape {
  if (kind === 'ellipse') return { kind, rx: 8, ry: 4 };
  if (kind === 'circle') return { kind, rim: { x: 7, y: 0 } };
  const path =
    kind === 'outline'
      ? [[0, 0], [16, 2], [12, 10], [2, 8], [0, 0]] // prettier-ignore
      : [[-9, -3], [0, 2], [9, 3]]; // prettier-ignore
  return shapeFromPath(
    kind,
    path.map(([x = 0, y = 0]) => ({ x, y })),
  )!;
}
const form = (sheet: Id, shape: Shape, part: string, [x, y]: readonly [number, number], by = 1): Form => ({
  type: 'form',
  id: newId(),
  sheet,
  order: 'a0',
  shape,
  part,
  transform: [by, 0, 0, by, x, y] as Affine,
});
const ellipse: Shape = { kind: 'ellipse', rx: 6, ry: 5 };

/** A form of a kind among three others, laid from a place on and as large as wanted. */
const among = (sheet: Id, kind: FormKind, [x, y]: readonly [number, number], longer = 1): Form[] => [
  form(sheet, ellipse, 'head', [x + 30, y + 15]),
  form(sheet, ellipse, 'ribcage', [x + 28, y + 45]),
  form(sheet, ellipse, 'pelvis', [x + 34, y + 75]),
  form(sheet, shapeOf(kind), 'left forearm', [x + 52, y + 50], longer),
];
const formsOf = (things: readonly Thing[]): Id =>
  things.find((thing) => thing.type === 'sheet' && thing.kind === 'forms')!.id;
const mapOf = (things: readonly Thing[]): Map<Id, Thing> => new Map(things.map((thing) => [thing.id, thing]));

function traceOf(kind: FormKind): Map<Id, Thing> {
  const base = newPage(newId(), newId, { reference: REFERENCE, revision: 0, width: 1480, height: 2100 });
  return mapOf([...base, ...among(formsOf(base), kind, [0, 0])]);
}

const grid = (kind: FormKind, longer: number): { page: Map<Id, Thing>; own: Form[] } => {
  const base = newPage(newId(), newId).map((thing) =>
    thing.type === 'page' ? { ...thing, cells: { columns: 2, rows: 2 } } : thing,
  );
  const own = among(formsOf(base), kind, [74, 0], longer);
  const beside = among(formsOf(base), kind, [0, 105]);
  return { page: mapOf([...base, ...beside, ...own]), own };
};
const lifted = (kind: FormKind, longer: number): { page: Map<Id, Thing>; own: Form[] } => {
  const base = inkPage(newId(), newId, {
    paper: newId(),
    lift: 1,
    pixels: { width: 1480, height: 2100 },
    size: PAPER,
  });
  const own = among(formsOf(base), kind, [40, 60], longer);
  return { page: mapOf([...base, ...own]), own };
};
const checked = (kind: FormKind, attempt: ReadonlyMap<Id, Thing>) =>
  checkPages({
    attempt,
    trace: traceOf(kind),
    reference: { id: REFERENCE, subject: 'figure', figureHeight: 900, truth: null },
    seconds: null,
  }).report;
const about = ({ findings, perhaps }: ReturnType<typeof checked>) =>
  [...findings, ...perhaps].map((finding) => finding.about);

test.each(FORM_KINDS)(
  '%s: in a cell of a grid it is paired, told when it is longer, and goes out',
  (kind) => {
    const cell = CELLS[1]!;
    const same = grid(kind, 1);
    const report = checked(kind, new Map(withinRegion(same.page, cell)));
    expect(report.pairs.map(({ drawn }) => drawn).sort()).toEqual(same.own.map(({ id }) => id).sort());
    expect(about(report)).toEqual([]);
    const longer = grid(kind, 1.6);
    expect(about(checked(kind, new Map(withinRegion(longer.page, cell))))).toContain('left forearm');
    const svg = pageSvg(same.page, { region: cell });
    expect(svg).toContain('<title>left forearm</title>');
    // Of the cell beside nothing goes along.
    expect(svg.match(/<title>pelvis<\/title>/g)).toHaveLength(1);
  },
);

test.each(FORM_KINDS)('%s: over ink that was lifted from paper it is paired, told, and goes out', (kind) => {
  const same = lifted(kind, 1);
  const report = checked(kind, same.page);
  expect(report.pairs).toHaveLength(4);
  expect(about(report)).toEqual([]);
  expect(about(checked(kind, lifted(kind, 1.6).page))).toContain('left forearm');
  expect(pageSvg(same.page)).toContain('<title>left forearm</title>');
});
