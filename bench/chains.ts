import type { Page } from '@playwright/test';
import {
  OPERATION_VERSION,
  type AnchoredGuide,
  type Form,
  type Id,
  type Operation,
  type Thing,
} from '@deft/core/page';
import { control } from '../e2e/hands.ts';
import { drawing, takeHand } from '../e2e/trace.ts';
import { ask, drawnStudy, launch, newId, openDesk, openDrawing, references } from './page-desk.ts';
import { rowOverFloor, strokeCost, undoCost } from './pen-cost.ts';
import { row } from './table.ts';

/** Forms in chains on a page with many strokes: what dragging a form or a joint costs, and undoing it. */

const CHAINS = 60;
const BONES = 5;
const STROKES = 5000;
const GUIDES = 60;
const INK = 2000;
/** Page millimetres. */
const BONE = 14;
const WIDE = 1.6;
const STEPS = 300;

const placeOf = (chain: number, bone: number) => ({ x: 20 + bone * BONE, y: 12 + 3 * chain });

/** Lays chains of limbs, each hanging on the one before it. */
async function layChains(address: string, page: Id): Promise<void> {
  const answer = await fetch(`${address}/api/pages/${page}/operations?after=0`);
  const { operations } = (await answer.json()) as {
    operations: { operation: { body: { add?: Thing[] } } }[];
  };
  const sheet = operations
    .flatMap(({ operation }) => operation.body.add ?? [])
    .find((thing) => thing.type === 'sheet' && thing.kind === 'forms')!.id;
  const forms = Array.from({ length: CHAINS }, (_, chain) => {
    const ids = Array.from({ length: BONES }, () => newId());
    return ids.map((id, bone): Form => {
      const [from, to] = [placeOf(chain, bone), placeOf(chain, bone + 1)];
      return {
        type: 'form',
        id,
        sheet,
        order: `a${(chain * BONES + bone).toString(36).padStart(3, '0')}`,
        shape: {
          kind: 'limb',
          spine: [from, { x: (from.x + to.x) / 2, y: from.y }, to],
          widths: [WIDE, WIDE],
        },
        transform: [1, 0, 0, 1, 0, 0],
        part: null,
        ...(bone === 0 ? {} : { joint: { on: ids[bone - 1]!, at: from } }),
      };
    });
  }).flat();
  const laying: Operation = {
    id: newId(),
    page,
    device: newId(),
    n: 1,
    seen: operations.length,
    at: 0,
    version: OPERATION_VERSION,
    kind: 'change',
    body: { add: forms },
  };
  await ask(desk, 'POST', `/pages/${page}/operations`, { after: 1e9, operations: [laying] });
}

/** Lays divisions between the ends of bones, on every chain, a third of them on the one that is dragged. */
async function layGuides(address: string, page: Id): Promise<void> {
  const answer = await fetch(`${address}/api/pages/${page}/operations?after=0`);
  const { operations } = (await answer.json()) as {
    operations: { operation: { body: { add?: Thing[] } } }[];
  };
  const added = operations.flatMap(({ operation }) => operation.body.add ?? []);
  const sheet = added.find((thing) => thing.type === 'sheet' && thing.kind === 'guides')!.id;
  const forms = added.filter((thing): thing is Form => thing.type === 'form');
  const middle = forms.slice((CHAINS / 2) * BONES, (CHAINS / 2 + 1) * BONES);
  const guides = Array.from({ length: GUIDES }, (_, i): AnchoredGuide => {
    const form = (i % 3 === 0 ? middle[i % BONES] : forms[(i * 7) % forms.length]) as Form;
    const anchor = (place: string) => ({ at: { x: 74, y: 105 }, on: form.id, place });
    return {
      ...{ type: 'guide', id: newId(), sheet, kind: 'divided', count: 4 },
      through: [anchor('end 0'), anchor('end 1')],
    };
  });
  const laying: Operation = {
    ...{ id: newId(), page, device: newId(), n: 1, seen: operations.length, at: 0 },
    ...{ version: OPERATION_VERSION, kind: 'change', body: { add: guides } },
  };
  await ask(desk, 'POST', `/pages/${page}/operations`, { after: 1e9, operations: [laying] });
}

/** Takes up a bone of the middle chain, and says where things lie on the screen. */
async function takeUp(page: Page, bone: number) {
  const d = await drawing(page);
  await takeHand(page, 'Forms');
  const { x, y } = placeOf(CHAINS / 2, bone);
  await d.tap(x + BONE / 4, y, 'mouse');
  await control(page, bone === 0 ? 'join' : 'split', false).waitFor();
  return d.onScreen();
}

const { desk, close } = await openDesk();
const browser = await launch();
try {
  const [few, many, inked] = await references(desk);
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();

  await openDrawing(page, (await drawnStudy(desk, few!, 100)).address);
  await strokeCost(page);
  const light = await undoCost(page);

  const study = await drawnStudy(desk, many!, STROKES);
  await layChains(desk.address, study.page);
  await openDrawing(page, study.address);
  // Round its joint, back to where it was, with four bones along.
  const on = await takeUp(page, 1);
  const joint = placeOf(CHAINS / 2, 1);
  const round = Array.from({ length: STEPS + 1 }, (_, i) => {
    const way = (2 * Math.PI * i) / STEPS;
    return on(joint.x + BONE * Math.cos(way), joint.y + BONE * Math.sin(way));
  });
  await rowOverFloor('an event of a joint turned, 300 forms in 60 chains, 5,000 strokes', page, round);
  const heavy = await undoCost(page);
  row(
    'undo of it, over undo of a stroke at 100',
    `${(heavy / light).toFixed(2)} x`,
    'at most 6 x',
    heavy / light <= 6,
  );

  const there = await takeUp(page, 0);
  const middle = { x: placeOf(CHAINS / 2, 0).x + BONE / 2, y: placeOf(CHAINS / 2, 0).y };
  const about = Array.from({ length: STEPS + 1 }, (_, i) => {
    const way = (2 * Math.PI * i) / STEPS;
    return there(middle.x + 20 * Math.sin(way), middle.y + 20 - 20 * Math.cos(way));
  });
  const lit = await rowOverFloor('an event of a whole chain carried', page, about);
  const lights = control(page.getByTestId('tray'), 'lights', false);
  await lights.click();
  const unlit = await strokeCost(page, about);
  await lights.click();
  row(
    'of it, what near-touches, gaps and balance cost the main thread while it moves',
    `${Math.max(0, lit - unlit).toFixed(2)} ms an event`,
    'under 8 ms',
    lit - unlit < 8,
  );

  // Ink alone: a loop round whatever lies in the middle of a page of 2,000 strokes.
  await openDrawing(page, (await drawnStudy(desk, inked!, INK)).address);
  const d = await drawing(page);
  await takeHand(page, 'Move');
  await d.stroke(
    Array.from({ length: 40 }, (_, i) => ({
      x: 70 + 14 * Math.sin((2 * Math.PI * i) / 40),
      y: 100 - 14 * Math.cos((2 * Math.PI * i) / 40),
    })),
    'mouse',
  );
  const put = await d.onScreen();
  const inkWay = Array.from({ length: STEPS + 1 }, (_, i) => {
    const way = (2 * Math.PI * i) / STEPS;
    return put(70 + 20 * Math.sin(way), 120 - 20 * Math.cos(way));
  });
  const litInk = await strokeCost(page, inkWay);
  const inkLights = control(page.getByTestId('tray'), 'lights', false);
  await inkLights.click();
  const unlitInk = await strokeCost(page, inkWay);
  await inkLights.click();
  row(
    `of ink carried on a page of ${INK.toLocaleString('en')} strokes, what they cost the main thread`,
    `${Math.max(0, litInk - unlitInk).toFixed(2)} ms an event`,
    'under 8 ms',
    litInk - unlitInk < 8,
  );

  await layGuides(desk.address, study.page);
  await openDrawing(page, study.address);
  await rowOverFloor('an event of the pen, with 60 guides besides', page);
  const again = await takeUp(page, 0);
  const carriedOn = Array.from({ length: STEPS + 1 }, (_, i) => {
    const way = (2 * Math.PI * i) / STEPS;
    return again(middle.x + 20 * Math.sin(way), middle.y + 20 - 20 * Math.cos(way));
  });
  await rowOverFloor('an event of a whole chain carried, its guides along', page, carriedOn);
} finally {
  await browser.close();
  await close();
}
