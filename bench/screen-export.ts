import sharp from 'sharp';
import { FORM_KINDS } from '@deft/core/forms';
import { compose, scaling, translation } from '@deft/core/geometry';
import { ANCHORED_KINDS, type AnchoredKind } from '@deft/core/guides';
import type { Mask } from '@deft/core/mask';
import {
  encodeStroke,
  MASS_VALUES,
  measureForm,
  OPERATION_VERSION,
  sheetsOf,
  reducePage,
  type Answer,
  type Form,
  type Mass,
  type Operation,
  type SheetKind,
  type Stroke,
  type Thing,
} from '@deft/core/page';
import { labOf } from '@deft/core/tone';
import { agreement } from '../packages/core/src/paper/agreement.ts';
import { seeded } from '@deft/core/random';
import type { Study } from '@deft/contract';
import { drawing } from '../e2e/trace.ts';
import { anyShape } from '../packages/core/src/testing/made-strokes.ts';
import { ask, launch, newId, openDesk, references } from './page-desk.ts';
import { row } from './table.ts';

/**
 * What is painted on the screen, held against the page's SVG and PNG: forms, guides, masses, and the greys of
 * pencils.
 */

const PAPER = { width: 148, height: 210 };
const COLUMNS = 3;
/** Of a form's place, page millimetres. */
const CELL = { width: 40, height: 44 };
/** Pixels that lines may lie apart. */
const WITHIN = 1;
/** Half of what lies between two dashes, pixels. */
const DASH = 4;
/** Lines are so much darker than the paper in red, which blue pencil has least of. */
const DARKER = 25;

const cellOf = (i: number) => ({
  x: 14 + CELL.width * (i % COLUMNS),
  y: 16 + CELL.height * Math.floor(i / COLUMNS),
});

/** One form of each kind in its own place; every other one covers a second that lies behind it. */
function forms(sheet: string): Form[] {
  return FORM_KINDS.flatMap((kind, i) => {
    const { x, y } = cellOf(i);
    return [0, 1].map((nth): Form => {
      const shape = anyShape(nth === 0 ? 'ellipse' : kind, seeded(7 + i));
      const { centre, length } = measureForm({ shape, transform: [1, 0, 0, 1, 0, 0] });
      const by = (nth === 0 ? 16 : 28) / length;
      const at = {
        x: x + CELL.width / 2 + (nth === 0 ? 8 : 0),
        y: y + CELL.height / 2 + (nth === 0 ? 6 : 0),
      };
      return {
        type: 'form',
        id: newId(),
        sheet,
        order: `a${(2 * i + nth).toString(36).padStart(2, '0')}`,
        shape,
        transform: compose(translation(at.x, at.y), scaling(by), translation(-centre.x, -centre.y)),
        part: null,
        ...(nth === 1 ? { covers: i % 2 === 0 } : {}),
      };
    });
  });
}

/** One guide of each kind that is laid by places, each in its own place of the page. */
const guides = (sheet: string): Thing[] =>
  (Object.keys(ANCHORED_KINDS) as AnchoredKind[]).map((kind, i) => {
    const { x, y } = cellOf(i);
    const random = seeded(90 + i);
    const [least] = ANCHORED_KINDS[kind];
    return {
      type: 'guide',
      id: newId(),
      sheet,
      kind,
      count: 3,
      turn: 0.4,
      through: Array.from({ length: least }, (_, k) => ({
        at: {
          x: x + 6 + (28 * (k + 0.5)) / least + 4 * random(),
          y: y + 8 + 26 * random(),
        },
      })),
    };
  });

/** Blobs with a hole, of each value in turn, every other one made larger, each in its own place. */
const masses = (sheet: string): Mass[] =>
  Array.from({ length: 12 }, (_, i): Mass => {
    const { x, y } = cellOf(i);
    const round = (radius: number, way: 1 | -1) =>
      Array.from({ length: 48 }, (__, k) => {
        const angle = (way * 2 * Math.PI * k) / 48;
        const r = radius * (1 + 0.25 * Math.sin(3 * angle + i));
        return { x: r * Math.cos(angle), y: r * Math.sin(angle) };
      });
    return {
      type: 'mass',
      id: newId(),
      sheet,
      order: `a${i.toString(36)}`,
      value: MASS_VALUES[i % MASS_VALUES.length]!,
      area: [round(12, 1), round(5, -1)],
      transform: compose(
        translation(x + CELL.width / 2, y + CELL.height / 2),
        scaling(i % 2 === 0 ? 1 : 1.2),
      ),
    };
  });

/** Pencils pressed now more, now less: lighter by setting, by pressure, soft, over each other. */
const GREYS: readonly Partial<Stroke>[] = [
  { strength: 0.3 },
  { strength: 0.6 },
  { strength: 0.5, darkening: 1 },
  { strength: 0.8, darkening: 0.5 },
  { strength: 0.4, darkening: 0.7, pen: 'shade', size: 7 },
  { strength: 0.5, darkening: 1, hardness: 0, size: 6 },
];
const greyAt = (i: number, k: number) => ({ x: 14 + 2 * k, y: 24 + 28 * i + 4 * Math.sin(k / 9) });
const STEPS = 60;

const greys = (sheet: string): Stroke[] =>
  GREYS.flatMap((manner, i) =>
    // Built up: two lines over each other along half of the way.
    [0, 30].map((from, nth): Stroke => ({
      type: 'stroke',
      id: newId(),
      sheet,
      order: `a${i}${nth}`,
      pen: 'pencil',
      size: 3,
      colour: '#1E2430',
      pressure: 'device',
      response: 0,
      smoothing: 0,
      ...manner,
      points: encodeStroke(
        Array.from({ length: STEPS - from + 1 }, (_, k) => ({
          ...greyAt(i, from + k),
          pressure: 0.5 + 0.45 * Math.sin((from + k) / 7),
          time: 8 * k,
        })),
      ),
    })),
  );

const { desk, close } = await openDesk();
const browser = await launch();
const all = await references(desk);

/** A page with things on one of its sheets: as it is seen in Build, and as it goes out. */
async function shown(nth: number, kind: SheetKind, things: (sheet: string) => Thing[]) {
  const { id } = await ask<Study>(desk, 'POST', '/studies', { reference: all[nth] });
  const study = await ask<Study>(desk, 'POST', `/studies/${id}/attempts`, {});
  const of = study.attempts.at(-1)!.page;
  const { operations } = await ask<Answer>(desk, 'GET', `/pages/${of}/operations?after=0`);
  const sheet = sheetsOf(reducePage(operations.map((one) => one.operation))).find(
    (one) => one.kind === kind,
  )!;
  const laying: Operation = {
    id: newId(),
    page: of,
    device: newId(),
    n: 1,
    seen: operations.length,
    at: 0,
    version: OPERATION_VERSION,
    kind: 'change',
    body: { add: things(sheet.id) },
  };
  await ask(desk, 'POST', `/pages/${of}/operations`, { after: 1e9, operations: [laying] });
  await ask(desk, 'PATCH', `/studies/${id}`, { pass: 'build' });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(`${desk.address}/studies/${id}`);
  const on = await (await drawing(page)).onScreen();
  const [from, to] = [on(0, 0), on(PAPER.width, PAPER.height)];
  const scale = (to.x - from.x) / PAPER.width;
  const seen = await page.screenshot();
  await page.context().close();
  const out = async (name: string): Promise<Buffer> =>
    Buffer.from(await (await fetch(`${desk.address}/api/pages/${of}/${name}`)).arrayBuffer());
  const exported = await sharp(await out('page.svg?guides=1'), { density: 300 })
    .resize(Math.round(PAPER.width * scale), Math.round(PAPER.height * scale))
    .png()
    .toBuffer();
  return { seen, exported, png: await out('page.png?dpi=150'), from, scale };
}

/** Lines in a part of the page, as a mask, from a picture where the page has this scale and begins there. */
async function linesIn(
  picture: Buffer,
  part: { x: number; y: number; width: number; height: number },
  scale: number,
  begin: { x: number; y: number },
): Promise<Mask> {
  const [width, height] = [Math.floor(part.width * scale), Math.floor(part.height * scale)];
  const { data } = await sharp(picture)
    .extract({
      left: Math.round(begin.x + part.x * scale),
      top: Math.round(begin.y + part.y * scale),
      width,
      height,
    })
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const paper = data[0]!;
  const bits = Uint8Array.from({ length: width * height }, (_, k) => (data[3 * k]! < paper - DARKER ? 1 : 0));
  return { width, height, bits };
}

const NOWHERE = { x: 0, y: 0 };

/** Says how well what is seen and what goes out agree in a part of the page. */
async function compare(
  what: string,
  { seen, exported, from, scale }: Awaited<ReturnType<typeof shown>>,
  part: { x: number; y: number; width: number; height: number },
  within = WITHIN,
): Promise<void> {
  const { f1 } = agreement(
    await linesIn(seen, part, scale, from),
    await linesIn(exported, part, scale, NOWHERE),
    within,
  );
  row(`${what}: screen against export, F1 within ${within} px`, f1.toFixed(3), '>= 0.98', f1 >= 0.98);
}

/** L* at places of the page, in a picture in which it has this scale and begins there. */
async function lightness(picture: Buffer, scale: number, begin: { x: number; y: number }) {
  const { data, info } = await sharp(picture).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  return ({ x, y }: { x: number; y: number }): number => {
    const at = 3 * (Math.floor(begin.y + y * scale) * info.width + Math.floor(begin.x + x * scale));
    return labOf(data[at]!, data[at + 1]!, data[at + 2]!).l;
  };
}

try {
  const laid = await shown(0, 'forms', forms);
  for (const [i, kind] of FORM_KINDS.entries()) await compare(kind, laid, { ...cellOf(i), ...CELL });
  // Below the pass's own sentence. Dashes are counted in pixels there and in millimetres here.
  const margin = { x: 4, y: 12, width: PAPER.width - 8, height: PAPER.height - 16 };
  await compare('guides of every kind', await shown(1, 'guides', guides), margin, DASH);
  const filled = await shown(3, 'ink', masses);
  await compare('masses with holes, of every value', filled, margin);
  const grey = await shown(2, 'ink', greys);
  const [seen, svg, png] = await Promise.all([
    lightness(grey.seen, grey.scale, grey.from),
    lightness(grey.exported, grey.scale, NOWHERE),
    lightness(grey.png, 150 / 25.4, NOWHERE),
  ]);
  let [worst, darkest, lightest] = [0, 100, 0];
  GREYS.forEach((_, i) => {
    const places = Array.from({ length: STEPS - 3 }, (__, k) => greyAt(i, k + 2));
    const mean = (of: typeof seen): number => places.reduce((sum, at) => sum + of(at) / places.length, 0);
    worst = Math.max(worst, Math.abs(mean(seen) - mean(svg)), Math.abs(mean(seen) - mean(png)));
    darkest = Math.min(darkest, ...places.map(seen));
    lightest = Math.max(lightest, ...places.map(seen));
  });
  row(
    `greys of ${GREYS.length} pencils, L* from ${darkest.toFixed(0)} to ${lightest.toFixed(0)}: screen against SVG and PNG`,
    `${worst.toFixed(2)} of 100`,
    'at most 2 over a stroke',
    worst <= 2,
  );
} finally {
  await browser.close();
  await close();
}
