import sharp from 'sharp';
import { FORM_KINDS } from '@deft/core/forms';
import { compose, scaling, translation } from '@deft/core/geometry';
import {
  measureForm,
  OPERATION_VERSION,
  sheetsOf,
  reducePage,
  type Answer,
  type Form,
  type Operation,
} from '@deft/core/page';
import { agreement } from '../packages/core/src/paper/agreement.ts';
import { seeded } from '@deft/core/random';
import type { Study } from '@deft/contract';
import { drawing } from '../e2e/trace.ts';
import { anyShape } from '../packages/core/src/testing/made-strokes.ts';
import { ask, launch, newId, openDesk, references } from './page-desk.ts';
import { row } from './table.ts';

/** Every kind of form as it is painted on the screen, held against the page's own SVG. */

const PAPER = { width: 148, height: 210 };
const COLUMNS = 3;
/** Of a form's place, page millimetres. */
const CELL = { width: 40, height: 44 };
/** Pixels that lines may lie apart. */
const WITHIN = 1;
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

const { desk, close } = await openDesk();
const browser = await launch();
try {
  const [reference] = await references(desk);
  const { id } = await ask<Study>(desk, 'POST', '/studies', { reference });
  const study = await ask<Study>(desk, 'POST', `/studies/${id}/attempts`, {});
  const of = study.attempts.at(-1)!.page;
  const { operations } = await ask<Answer>(desk, 'GET', `/pages/${of}/operations?after=0`);
  const sheet = sheetsOf(reducePage(operations.map((one) => one.operation))).find(
    ({ kind }) => kind === 'forms',
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
    body: { add: forms(sheet.id) },
  };
  await ask(desk, 'POST', `/pages/${of}/operations`, { after: 1e9, operations: [laying] });
  await ask(desk, 'PATCH', `/studies/${id}`, { pass: 'build' });
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(`${desk.address}/studies/${id}`);
  const on = await (await drawing(page)).onScreen();
  const [from, to] = [on(0, 0), on(PAPER.width, PAPER.height)];
  const scale = (to.x - from.x) / PAPER.width;
  const seen = await page.screenshot();
  const svg = await (await fetch(`${desk.address}/api/pages/${of}/page.svg`)).arrayBuffer();

  /** Lines in a form's place, as a mask, from a picture in which the page has this scale and begins there. */
  const linesIn = async (picture: Buffer, i: number, begin: { x: number; y: number }) => {
    const { x, y } = cellOf(i);
    const [width, height] = [Math.floor(CELL.width * scale), Math.floor(CELL.height * scale)];
    const { data } = await sharp(picture)
      .extract({
        left: Math.round(begin.x + x * scale),
        top: Math.round(begin.y + y * scale),
        width,
        height,
      })
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const paper = data[0]!;
    const bits = Uint8Array.from({ length: width * height }, (_, k) =>
      data[3 * k]! < paper - DARKER ? 1 : 0,
    );
    return { width, height, bits };
  };
  const exported = await sharp(Buffer.from(svg), { density: 300 })
    .resize(Math.round(PAPER.width * scale), Math.round(PAPER.height * scale))
    .png()
    .toBuffer();
  for (const [i, kind] of FORM_KINDS.entries()) {
    const { f1 } = agreement(
      await linesIn(seen, i, from),
      await linesIn(exported, i, { x: 0, y: 0 }),
      WITHIN,
    );
    row(`${kind}: screen against export, F1 within ${WITHIN} px`, f1.toFixed(3), '>= 0.98', f1 >= 0.98);
  }
} finally {
  await browser.close();
  await close();
}
