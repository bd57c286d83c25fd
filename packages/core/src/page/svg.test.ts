import { translation } from '../geometry/affine.ts';
import { FORM_KINDS, innerLines, isOpen } from '../forms/index.ts';
import { seeded } from '../random/seeded.ts';
import { anyShape } from '../testing/made-strokes.ts';
import { encodeStroke } from './stroke-code.ts';
import { newPage } from './new-page.ts';
import { pageSvg } from './svg.ts';
import type { Form, Thing } from './things.ts';

let next = 0;
const newId = (): string => (next++).toString(16).padStart(32, '0');

function page(): Map<string, Thing> {
  const things = newPage('f'.repeat(32), newId, {
    reference: 'e'.repeat(32),
    revision: 0,
    width: 800,
    height: 1000,
  });
  const sheet = (kind: string): string => things.find((t) => t.type === 'sheet' && t.kind === kind)!.id;
  const points = Array.from({ length: 20 }, (_, i) => ({ x: 20 + i, y: 30, pressure: 0.5, time: i * 8 }));
  things.push(
    {
      type: 'stroke',
      id: newId(),
      sheet: sheet('ink'),
      order: 'a0',
      points: encodeStroke(points),
      pen: 'pencil',
      size: 0.6,
      colour: '#1E2430',
      pressure: 'device',
    },
    {
      type: 'form',
      id: newId(),
      sheet: sheet('forms'),
      order: 'a0',
      shape: { kind: 'ellipse', rx: 10, ry: 12 },
      transform: [1, 0, 0, 1, 70, 40],
      part: 'head & <neck>',
    },
    { type: 'guide', id: newId(), sheet: sheet('guides'), kind: 'ground', at: 190 },
  );
  return new Map(things.map((t) => [t.id, t]));
}

test('a page is a file of its size in millimetres, a group a sheet, strokes as paths', () => {
  const svg = pageSvg(page());
  expect(svg).toContain('width="148mm" height="210mm" viewBox="0 0 148 210"');
  expect([...svg.matchAll(/<g id="sheet-[^>]*><title>(\w+)/g)].map((m) => m[1])).toEqual([
    'Picture',
    'Guides',
    'Forms',
    'Ink',
  ]);
  expect(svg).toMatch(/<path d="M[\d. L-]+Z" fill="#1E2430"\/>/);
  expect(svg).toContain('head &#38; &#60;neck&#62;');
});

test('a mass goes out as one path with its holes, in its value, under what is drawn on its sheet', () => {
  const things = page();
  const ink = [...things.values()].find((thing) => thing.type === 'sheet' && thing.kind === 'ink')!;
  const square = (from: number, to: number) => [
    { x: from, y: from },
    { x: to, y: from },
    { x: to, y: to },
    { x: from, y: to },
  ];
  const mass: Thing = {
    ...{ type: 'mass', id: newId(), sheet: ink.id, order: 'b0', value: 'middle' },
    ...{ area: [square(0, 30), square(10, 20)], transform: [1, 0, 0, 1, 5, 0] },
  };
  things.set(mass.id, mass);
  const svg = pageSvg(things);
  const path = /<path d="(M[^"]*)" fill="#86817A" fill-rule="evenodd">/.exec(svg);
  expect(path?.[1]).toBe('M5 0L35 0L35 30L5 30ZM15 10L25 10L25 20L15 20Z');
  expect(svg.indexOf('#86817A')).toBeLessThan(svg.indexOf('#1E2430'));
});

test('every kind of form goes out: closed but for lines, with its inner lines, those behind it faint', () => {
  for (const kind of FORM_KINDS) {
    const things = page();
    const form = [...things.values()].find((thing): thing is Form => thing.type === 'form')!;
    const shape = anyShape(kind, seeded(5));
    things.set(form.id, { ...form, shape });
    const paths = [...pageSvg(things).matchAll(/<path d="([^"]*)" fill="none"([^>]*)>/g)];
    const { seen, hidden } = innerLines(shape);
    const [behind, around] = hidden.length > 0 ? [paths[0], paths[1]] : [undefined, paths[0]];
    expect([kind, paths.length]).toEqual([kind, hidden.length > 0 ? 2 : 1]);
    expect(around![1]!.match(/Z/g)?.length ?? 0).toBe(isOpen(shape) ? 0 : 1);
    expect(around![1]!.match(/M/g)).toHaveLength(1 + seen.length);
    expect(around![2]).not.toContain('stroke-opacity');
    if (behind) expect(behind[2]).toContain('stroke-opacity="0.35"');
  }
});

test('outlines behind a form that covers leave off at it but for a little, those in front go on', () => {
  const forms = ['a0', 'a1', 'a2'].map((order, i) => ({
    order,
    x: 40 + 10 * i,
    covers: i === 1,
  }));
  const things = page();
  const form = [...things.values()].find((thing): thing is Form => thing.type === 'form')!;
  things.delete(form.id);
  for (const { order, x, covers } of forms)
    things.set(order, {
      ...form,
      id: order,
      order,
      covers,
      shape: { kind: 'ellipse', rx: 12, ry: 12 },
      transform: translation(x, 60),
    });
  const svg = pageSvg(things);
  expect(svg.match(/<mask /g)).toHaveLength(1);
  expect(svg).toContain('fill-opacity="0.85"');
  const [, masked] = /<g mask="url\(#[^)]*\)">(.*?)<\/g>/.exec(svg)!;
  expect(masked!.match(/<path/g)).toHaveLength(1);
  // A line covers nothing.
  const line = {
    kind: 'line',
    points: [
      { x: 0, y: 0 },
      { x: 9, y: 9 },
    ],
  } as const;
  things.set('a1', { ...form, id: 'a1', order: 'a1', covers: true, shape: line });
  expect(pageSvg(things)).not.toContain('<mask ');
});

test('structure lines and the picture go out only when asked for', () => {
  expect(pageSvg(page())).not.toMatch(/<line|<image/);
  const full = pageSvg(page(), {
    guides: true,
    picture: () => ({ href: 'data:image/png;base64,AAAA', width: 800, height: 1000 }),
  });
  expect(full).toContain('<path d="M0 190L148 190"');
  expect(full).toMatch(/<image href="data:image[^>]*matrix\(0\.185 0 0 0\.185 0 12\.5\)/);
});

describe('paint features', () => {
  const points = (x: number, y: number, length = 20) =>
    encodeStroke(
      Array.from({ length: 20 }, (_, i) => ({ x: x + (i * length) / 19, y, pressure: 0.5, time: i * 8 })),
    );
  const base = { type: 'stroke', pen: 'pen', size: 1, colour: '#1E2430', pressure: 'even' } as const;
  const withInk = (add: (sheet: string) => Thing[]): string => {
    const things = newPage('f'.repeat(32), newId);
    const sheet = things.find((t) => t.type === 'sheet' && t.kind === 'ink')!.id;
    return pageSvg(new Map([...things, ...add(sheet)].map((t) => [t.id, t])));
  };

  test('what a rubber reaches is masked, what lies above it or out of its reach is not', () => {
    const svg = withInk((sheet) => [
      { ...base, id: newId(), sheet, order: 'a0', points: points(20, 30) },
      { ...base, id: newId(), sheet, order: 'a1', points: points(20, 150) },
      { ...base, id: newId(), sheet, order: 'a2', points: points(25, 30, 5), pen: 'rubber', size: 6 },
      { ...base, id: newId(), sheet, order: 'a3', points: points(20, 31) },
    ]);
    expect(svg.match(/<mask /g)).toHaveLength(1);
    const [, masked] = /<g mask="url\(#[^)]*\)">(.*?)<\/g>/.exec(svg)!;
    expect(masked!.match(/<path/g)).toHaveLength(1);
    expect(svg.match(/fill="#1E2430"/g)).toHaveLength(3);
  });

  test('a soft stroke is layers that together are as dark as it is; a multiplied sheet says so', () => {
    const svg = withInk((sheet) => [
      {
        ...base,
        id: newId(),
        sheet,
        order: 'a0',
        points: points(20, 30),
        pen: 'shade',
        size: 8,
        hardness: 0,
      },
    ]);
    const alphas = [...svg.matchAll(/fill-opacity="([\d.]+)"/g)].map((m) => Number(m[1]));
    expect(alphas).toHaveLength(9);
    expect(1 - alphas.reduce((left, alpha) => left * (1 - alpha), 1)).toBeCloseTo(0.4, 2);
    const things = newPage('f'.repeat(32), newId).map((t) =>
      t.type === 'sheet' && t.kind === 'ink' ? { ...t, multiply: true, opacity: 0.5 } : t,
    );
    expect(pageSvg(new Map(things.map((t) => [t.id, t])))).toContain(
      'opacity="0.5" style="mix-blend-mode:multiply"',
    );
  });

  test('words are escaped, a grown page keeps its place, cells and axis are structure lines', () => {
    const things = newPage('f'.repeat(32), newId).map((t) =>
      t.type === 'page' ? { ...t, x: -20, y: -10, width: 168, cells: { columns: 3, rows: 2 } } : t,
    );
    const sheet = things.find((t) => t.type === 'sheet')!.id;
    const more: Thing[] = [
      {
        type: 'note',
        id: newId(),
        sheet,
        order: 'a0',
        transform: [1, 0, 0, 1, 5, 5],
        colour: '#1E2430',
        says: { kind: 'text', text: 'a < b\n& c', size: 5 },
      },
      { type: 'axis', id: newId(), sheet, from: { x: 74, y: 0 }, to: { x: 74, y: 9 } },
    ];
    const map = new Map([...things, ...more].map((t) => [t.id, t]));
    expect(pageSvg(map)).toContain('viewBox="-20 -10 168 210"');
    expect(pageSvg(map)).toMatch(/<tspan[^>]*>a &#60; b<\/tspan><tspan[^>]*>&#38; c</);
    expect(pageSvg(map)).not.toContain('<line');
    expect(pageSvg(map)).not.toContain('stroke-dasharray');
    expect(pageSvg(map, { guides: true }).match(/<line/g)).toHaveLength(3);
    expect(pageSvg(map, { guides: true }).match(/stroke-dasharray/g)).toHaveLength(1);
  });

  test('a piece is clipped, a bent one laid in triangles', () => {
    const picture = () => ({ href: 'data:image/png;base64,AAAA', width: 800, height: 1000 });
    const things = newPage('f'.repeat(32), newId);
    const sheet = things.find((t) => t.type === 'sheet')!.id;
    const clip = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 100 },
    ];
    const piece: Thing = {
      type: 'placement',
      id: newId(),
      sheet,
      order: 'a0',
      reference: 'e'.repeat(32),
      revision: 0,
      transform: [0.1, 0, 0, 0.1, 0, 0],
      clip,
    };
    const flat = pageSvg(new Map([...things, piece].map((t) => [t.id, t])), { picture });
    expect(flat).toMatch(/<clipPath id="cut-[^>]*><path d="M0 0L10 0L10 10Z"/);
    const mesh = {
      columns: 1,
      rows: 1,
      points: [
        { x: 0, y: 0 },
        { x: 100, y: 20 },
        { x: 0, y: 100 },
        { x: 100, y: 100 },
      ],
    };
    const bent = pageSvg(new Map([...things, { ...piece, mesh }].map((t) => [t.id, t])), { picture });
    expect(bent.match(/<use href="#pic-/g)).toHaveLength(2);
  });
});
