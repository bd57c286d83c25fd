import { randomBytes } from 'node:crypto';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import {
  about,
  rotation,
  scaling,
  compose,
  transformPoint,
  translation,
  type Affine,
  type Point,
} from '@deft/core/geometry';
import { encodeStroke, idOf, placeWhole, type Anchor, type Form, type Thing } from '@deft/core/page';
import { newBlock } from '@deft/core/session';
import type { Reference, ReferenceSet, Session, Study } from '@deft/contract';
import { hurriedDrawing } from '../apps/server/src/services/camera.ts';
import { ROOT } from '../apps/server/test/desk.ts';
import { openDesk, type Desk } from './desk.ts';
import { drawnThrough, lay } from './drawn.ts';
import { control, arc, Fingers, pageOnScreen } from './hands.ts';
import { drawing, takeHand } from './trace.ts';

/** Takes the pictures of docs/screenshots from the demo: `npm run shots`. */

const OUT = join(ROOT, 'docs/screenshots');
const SIZES = { phone: { width: 390, height: 844 }, wide: { width: 1280, height: 800 } } as const;
const newId = (): string => idOf(randomBytes(16));

async function post<T>(desk: Desk, path: string, data: unknown): Promise<T> {
  const response = await fetch(`${desk.address}/api${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(data),
  });
  if (!response.ok) throw new Error(await response.text());
  return (await response.json()) as T;
}

/** Forms of a traced figure from what the made picture knows of itself, original-picture pixels. */
function figureForms(at: (name: string) => Point, sheet: string): Form[] {
  const mid = (a: Point, b: Point): Point => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
  const far = (a: Point, b: Point): number => Math.hypot(b.x - a.x, b.y - a.y);
  const turn = (a: Point, b: Point): number => (Math.atan2(-(b.y - a.y), b.x - a.x) * 180) / Math.PI;
  const form = (part: string, i: number, shape: Form['shape'], transform: Affine): Form => ({
    type: 'form',
    id: newId(),
    sheet,
    order: `a${i}`,
    part,
    shape,
    transform,
  });
  const [crown, chin, neck] = [at('crown'), at('chin'), at('pit of the neck')];
  const hips = mid(at('left hip'), at('right hip'));
  const head = far(crown, chin) / 2;
  const oval = (part: string, i: number, c: Point, rx: number, ry: number, tilt: number): Form =>
    form(part, i, { kind: 'ellipse', rx, ry }, compose(translation(c.x, c.y), rotation(tilt)));
  const forms = [
    oval('head', 0, mid(crown, chin), head * 1.05, head * 0.74, turn(crown, chin)),
    oval(
      'ribcage',
      1,
      { x: neck.x + 0.42 * (hips.x - neck.x), y: neck.y + 0.42 * (hips.y - neck.y) },
      far(neck, hips) * 0.4,
      far(neck, hips) * 0.31,
      turn(neck, hips),
    ),
    oval(
      'pelvis',
      2,
      { x: hips.x, y: hips.y - 0.06 * far(neck, hips) },
      far(neck, hips) * 0.3,
      far(neck, hips) * 0.22,
      turn(at('right hip'), at('left hip')),
    ),
  ];
  const bones: [string, string, string, number, number][] = (['left', 'right'] as const).flatMap((s) => [
    [`${s} upper arm`, `${s} shoulder`, `${s} elbow`, 0.19, 0.14] as [string, string, string, number, number],
    [`${s} forearm`, `${s} elbow`, `${s} wrist`, 0.17, 0.1] as [string, string, string, number, number],
    [`${s} thigh`, `${s} hip`, `${s} knee`, 0.21, 0.13] as [string, string, string, number, number],
    [`${s} shin`, `${s} knee`, `${s} ankle`, 0.14, 0.08] as [string, string, string, number, number],
  ]);
  bones.forEach(([part, a, b, wide, narrow], i) => {
    const length = far(at(a), at(b));
    const corners = [
      { x: 0, y: -wide * length },
      { x: length, y: -narrow * length },
      { x: length, y: narrow * length },
      { x: 0, y: wide * length },
    ] as const;
    forms.push(
      form(
        part,
        3 + i,
        { kind: 'trapezoid', corners: [...corners] },
        compose(translation(at(a).x, at(a).y), rotation(turn(at(a), at(b)))),
      ),
    );
  });
  return forms;
}

const MARKS = [
  'crown',
  'pit of the neck',
  'left shoulder',
  'right shoulder',
  'left hip',
  'right hip',
  'lowest foot',
];
const ARMS = ['shoulder', 'upper arm', 'elbow', 'forearm', 'wrist'].flatMap((part) => [
  `left ${part}`,
  `right ${part}`,
]);

/**
 * A study of the man waving with its trace, and one freehand attempt with the head small and the shoulders
 * flat.
 */
async function makeStudy(desk: Desk, reference: Reference): Promise<Study> {
  const known = new Map(reference.truth!.landmarks.map(({ name, at }) => [name, at]));
  const at = (name: string): Point => known.get(name)!;
  const { id } = await post<Study>(desk, '/studies', { reference: reference.id });
  await post(desk, `/studies/${id}/traces`, {});
  const study = await post<Study>(desk, `/studies/${id}/attempts`, {});
  const onPage = placeWhole(reference);
  const spread = 0.6;
  await lay(desk, study.traces[0]!.page, (sheets) => [
    ...figureForms(at, sheets['forms']!).map((f) => ({ ...f, transform: compose(onPage, f.transform) })),
    ...MARKS.map((name): Thing => ({
      type: 'landmark',
      id: newId(),
      sheet: sheets['forms']!,
      name,
      state: 'set',
      at: transformPoint(onPage, at(name)),
      spread,
    })),
  ]);
  const c = at('pit of the neck');
  const head = { x: (at('crown').x + at('chin').x) / 2, y: (at('crown').y + at('chin').y) / 2 };
  const ink = (sheet: string, forms: readonly Form[]): Thing[] =>
    forms.map((form, i): Thing => {
      const outline =
        form.shape.kind === 'ellipse'
          ? arc(0, 0, form.shape.rx * 1.04, form.shape.ry * 1.04, 0.3, 6.7, 40)
          : [1, 0, 3, 2].map((k) =>
              form.shape.kind === 'trapezoid' ? form.shape.corners[k]! : { x: 0, y: 0 },
            );
      const dense =
        form.shape.kind === 'ellipse'
          ? outline
          : outline.flatMap((p, k) =>
              k === 3
                ? [p]
                : Array.from({ length: 12 }, (_, j) => ({
                    x: p.x + ((outline[k + 1]!.x - p.x) * j) / 12,
                    y: p.y + ((outline[k + 1]!.y - p.y) * j) / 12,
                  })),
            );
      const points = dense.map((p, k) => ({
        ...transformPoint(form.transform, p),
        pressure: 0.35 + 0.35 * Math.sin((Math.PI * k) / dense.length),
        time: k * 9,
      }));
      return {
        type: 'stroke',
        id: newId(),
        sheet,
        order: `a${i}`,
        points: encodeStroke(points),
        pen: 'pencil',
        size: 0.7,
        colour: '#1E2430',
        pressure: 'device',
      };
    });
  const smaller = compose(translation(14, 22), scaling(0.86), onPage);
  await lay(desk, study.attempts[0]!.page, (sheets) => {
    const change = (part: string): Affine =>
      part === 'head' ? about(head, scaling(0.68)) : ARMS.includes(part) ? about(c, rotation(-7)) : compose();
    const forms = figureForms(at, sheets['forms']!).map((f) => ({
      ...f,
      transform: compose(smaller, change(f.part!), f.transform),
    }));
    const marks = MARKS.map((name): Thing => {
      const by =
        name === 'crown'
          ? about(head, scaling(0.68))
          : ARMS.includes(name)
            ? about(c, rotation(-7))
            : compose();
      return {
        type: 'landmark',
        id: newId(),
        sheet: sheets['forms']!,
        name,
        state: 'set',
        at: transformPoint(compose(smaller, by), at(name)),
        spread,
      };
    });
    const onHead = (place: string): Anchor => ({ at: { x: 0, y: 0 }, on: forms[0]!.id, place });
    return [
      ...forms,
      ...marks,
      ...ink(sheets['ink']!, forms.slice(0, 11)),
      {
        type: 'guide',
        id: newId(),
        sheet: sheets['guides']!,
        kind: 'ground',
        at: transformPoint(smaller, at('lowest foot')).y + 1,
      },
      {
        type: 'guide',
        id: newId(),
        sheet: sheets['guides']!,
        kind: 'plumb',
        at: transformPoint(smaller, c).x,
      },
      {
        ...{ type: 'guide', id: newId(), sheet: sheets['guides']!, kind: 'centre', turn: 0.4 },
        through: ['west', 'east', 'south'].map(onHead),
      },
      {
        ...{ type: 'guide', id: newId(), sheet: sheets['guides']!, kind: 'stepped', count: 7 },
        through: [onHead('west'), onHead('east')],
      },
    ];
  });
  return study;
}

/** A session that is over, each pose drawn in a hurry where its picture knows its landmarks. */
async function drawnSession(desk: Desk, set: string): Promise<string> {
  const session = await post<Session>(desk, '/sessions', {
    set,
    choice: 'in order',
    plan: { title: 'Warm-up', blocks: [newBlock(6, 30)] },
  });
  for (const [k, pose] of session.poses.entries()) {
    const reference = (await (
      await fetch(`${desk.address}/api/references/${pose.reference.id}?revision=${pose.reference.revision}`)
    ).json()) as Reference;
    const lines = hurriedDrawing(reference, k + 1);
    await lay(desk, pose.page, (sheets) =>
      lines.map(({ points, weight }, i): Thing => ({
        type: 'stroke',
        id: newId(),
        sheet: sheets['ink']!,
        order: `a${String.fromCharCode(65 + i)}`,
        pen: 'pencil',
        size: 1.1 * weight,
        colour: '#1E2430',
        pressure: 'even',
        points: encodeStroke(
          points.map(({ x, y }, n) => ({ x: 4 + x * 140, y: 28 + y * 150, pressure: 0.5, time: n * 40 })),
        ),
      })),
    );
  }
  const over = drawnThrough(session, 30_000);
  const poses = over.poses.map((pose, i) => (i === 2 ? { ...pose, heldMs: 12_000 } : pose));
  await fetch(`${desk.address}/api/sessions/${session.id}/clock`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ ...over, poses }),
  });
  await fetch(`${desk.address}/api/sessions/${session.id}/poses/${session.poses[3]!.id}`, {
    method: 'PATCH',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ starred: true, note: 'the lean came first, and it shows' }),
  });
  await fetch(`${desk.address}/api/sessions/${session.id}`, {
    method: 'PATCH',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ lesson: 'Weight before outline.' }),
  });
  return session.id;
}

async function shots(desk: Desk, page: Page, size: keyof typeof SIZES, study: Study): Promise<void> {
  const take = (name: string): Promise<Buffer> => page.screenshot({ path: join(OUT, `${name}-${size}.png`) });
  const show = async (path: string): Promise<void> => {
    await page.goto(`${desk.address}${path}`);
    await page.waitForTimeout(1200);
  };
  await show('/');
  // The very first screen of a browser may take longer.
  await page.getByTestId('start').waitFor();
  await page.waitForTimeout(600);
  await take('desk');
  const [platform, , , , heads] = (await (await fetch(`${desk.address}/api/sets`)).json()) as ReferenceSet[];
  await show(`/references?set=${platform!.id}`);
  if (size === 'phone') await take('references');
  if (size === 'phone') {
    await show(`/references/${heads!.first[2]!.id}`);
    await control(page, 'Landmarks').click();
    await page.waitForTimeout(600);
    await take('reference');
  } else {
    const board = await post<{ id: string }>(desk, '/boards', {
      title: 'Heads of the staff',
      references: heads!.first.map(({ id }) => id),
    });
    await show(`/boards/${board.id}`);
    await page.waitForTimeout(800);
    const box = (await page.getByTestId('page').boundingBox())!;
    await page.mouse.click(box.x + box.width * 0.4, box.y + box.height * 0.3);
    await page.waitForTimeout(500);
    await take('board');
  }
  if (size === 'phone') {
    await show('/');
    await page.getByTestId('start').click();
  } else {
    // The wide one shows a long pose, which has the whole page.
    const plan = { title: 'Four of five minutes', blocks: [newBlock(4, 300)] };
    const long = await post<Session>(desk, '/sessions', { set: platform!.id, choice: 'in order', plan });
    await show(`/sessions/${long.id}`);
  }
  await page.getByTestId('hold').waitFor();
  await page.waitForTimeout(400);
  const fingers = await Fingers.of(page);
  const on = await pageOnScreen(page.getByTestId('page'));
  const at = (points: readonly Point[]) => points.map((p) => on(p.x, p.y));
  await fingers.stroke(at(arc(74, 38, 9, 12, 0, 6.5)), 'pen', 5);
  await fingers.stroke(at(arc(92, 85, 22, 34, 2.6, 4.1)), 'pen', 5);
  await fingers.stroke(at(arc(74, 76, 26, 14, 3.5, 5.9)), 'pen', 5);
  await fingers.stroke(at(arc(60, 128, 30, 60, -0.6, 0.9)), 'pen', 5);
  await page.waitForTimeout(4000);
  await take('pose');
  await show(`/sessions/${await drawnSession(desk, platform!.id)}`);
  await page.waitForTimeout(1500);
  await take('contact');
  if (size === 'wide') {
    for (const set of [heads!, platform!, heads!]) await drawnSession(desk, set.id);
    await show('/sessions');
    await page.waitForTimeout(2500);
    await take('sessions');
  }
  if (size === 'phone') {
    await show('/sessions/new');
    await take('plans');
  } else {
    const session = await post<Session>(desk, '/sessions', {
      set: platform!.id,
      choice: 'in order',
      plan: { title: 'Six on paper', blocks: [newBlock(6, 120, { ground: 'on paper' })] },
    });
    await show(`/sessions/paper?session=${session.id}`);
    await page.getByTestId('simulated').click();
    await page.getByTestId('corners').waitFor();
    await page.waitForTimeout(900);
    await take('paper');
  }
  for (const pass of ['trace', 'build', 'check'] as const) {
    await fetch(`${desk.address}/api/studies/${study.id}`, {
      method: 'PATCH',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ pass }),
    });
    await show(`/studies/${study.id}`);
    if (pass === 'check') {
      if (await page.getByTestId('skip-run').isVisible()) await page.getByTestId('skip-run').click();
      await page.getByTestId('todo').waitFor();
      if (size === 'wide') await page.getByTestId('finding').first().click();
    }
    if (pass === 'build' && size === 'phone') await page.getByTestId('sheets').click();
    await page.waitForTimeout(500);
    await take(pass);
    if (pass === 'build' && size === 'phone') await lineShot(page, take);
  }
}

/** How a line is set and looks. */
async function lineShot(page: Page, take: (name: string) => Promise<Buffer>): Promise<void> {
  await takeHand(page, 'Draw');
  await control(page, 'shade').click();
  const { stroke } = await drawing(page);
  await stroke(arc(64, 128, 8, 34, 0.2, 2.9), 'pen');
  await stroke(arc(92, 120, 6, 30, 0.2, 2.9), 'pen');
  await page.getByTestId('line').click();
  await page.waitForTimeout(500);
  await take('line');
}

await mkdir(OUT, { recursive: true });
const { desk, close } = await openDesk();
const browser = await chromium.launch({
  executablePath: process.env['DEFT_CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
try {
  const sets = (await (await fetch(`${desk.address}/api/sets`)).json()) as ReferenceSet[];
  const man = (await (
    await fetch(
      `${desk.address}/api/references/${sets.flatMap((s) => s.first).find((r) => r.title === 'Man waving')!.id}`,
    )
  ).json()) as Reference;
  const study = await makeStudy(desk, man);
  for (const size of ['phone', 'wide'] as const) {
    const context = await browser.newContext({
      viewport: SIZES[size],
      hasTouch: size === 'phone',
      deviceScaleFactor: size === 'phone' ? 1.5 : 1,
    });
    await shots(desk, await context.newPage(), size, study);
    await context.close();
  }
} finally {
  await browser.close();
  await close();
}
