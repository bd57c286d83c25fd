import { encodeStroke } from './stroke-code.ts';
import { newPage } from './new-page.ts';
import { pageSvg } from './svg.ts';
import type { Thing } from './things.ts';

let next = 0;
const newId = (): string => (next++).toString(16).padStart(32, '0');

function page(): Map<string, Thing> {
  const things = newPage('f'.repeat(32), newId, { reference: 'e'.repeat(32), revision: 0, width: 800, height: 1000 });
  const sheet = (kind: string): string => things.find((t) => t.type === 'sheet' && t.kind === kind)!.id;
  const points = Array.from({ length: 20 }, (_, i) => ({ x: 20 + i, y: 30, pressure: 0.5, time: i * 8 }));
  things.push(
    { type: 'stroke', id: newId(), sheet: sheet('ink'), order: 'a0', points: encodeStroke(points), pen: 'pencil', size: 0.6, colour: '#1E2430', pressure: 'device' },
    { type: 'form', id: newId(), sheet: sheet('forms'), order: 'a0', shape: { kind: 'ellipse', rx: 10, ry: 12 }, transform: [1, 0, 0, 1, 70, 40], part: 'head & <neck>' },
    { type: 'guide', id: newId(), sheet: sheet('guides'), kind: 'ground', at: 190 },
  );
  return new Map(things.map((t) => [t.id, t]));
}

test('a page is a file of its size in millimetres, a group a sheet, strokes as paths', () => {
  const svg = pageSvg(page());
  expect(svg).toContain('width="148mm" height="210mm" viewBox="0 0 148 210"');
  expect([...svg.matchAll(/<g id="sheet-[^>]*><title>(\w+)/g)].map((m) => m[1])).toEqual(['Picture', 'Guides', 'Forms', 'Ink']);
  expect(svg).toMatch(/<path d="M[\d. L-]+Z" fill="#1E2430"\/>/);
  expect(svg).toContain('head &#38; &#60;neck&#62;');
});

test('structure lines and the picture go out only when asked for', () => {
  expect(pageSvg(page())).not.toMatch(/<line|<image/);
  const full = pageSvg(page(), { guides: true, picture: () => ({ href: 'data:image/png;base64,AAAA', width: 800, height: 1000 }) });
  expect(full).toContain('<line x1="0" y1="190" x2="148" y2="190"');
  expect(full).toMatch(/<image href="data:image[^>]*matrix\(0\.185 0 0 0\.185 0 12\.5\)/);
});
