import { floorCost, strokeCost } from './pen-cost.ts';
import { drawnStudy, launch, openDesk, openDrawing, references } from './page-desk.ts';
import { row } from './table.ts';

/**
 * What a pointer event costs the main thread: on a page with strokes, beside the bare floor of one segment an
 * event.
 */

/** A pencil that is built up in layers. */
const GRADED = { strength: 0.5, darkening: 1 } as const;

const { desk, close } = await openDesk();
const browser = await launch();
try {
  const [few, many, built] = await references(desk);
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  const floor = await floorCost(page);
  row('bare floor, one segment an event, a frame an event', `${floor.toFixed(2)} ms`, 'for the ratios below');
  await openDrawing(page, (await drawnStudy(desk, few!, 100)).address);
  const light = await strokeCost(page);
  row(
    'an event of a 300-point stroke at 100 strokes',
    `${light.toFixed(2)} ms`,
    `${(light / floor).toFixed(2)} x the floor`,
  );
  await openDrawing(page, (await drawnStudy(desk, many!, 5000)).address);
  const heavy = await strokeCost(page);
  row(
    'an event of a 300-point stroke at 5,000 strokes, over the floor',
    `${(heavy / floor).toFixed(2)} x`,
    'at most 2.5 x',
    heavy / floor <= 2.5,
  );
  row(
    'the same, over its own cost at 100 strokes',
    `${(heavy / light).toFixed(2)} x`,
    'at most 1.3 x',
    heavy / light <= 1.3,
  );
  await openDrawing(page, (await drawnStudy(desk, built!, 5000, GRADED)).address);
  await page.getByTestId('line').click();
  await page.getByRole('slider', { name: 'Pressed: darker' }).fill('1');
  await page.getByRole('slider', { name: 'Strength' }).fill('0.5');
  await page.getByRole('button', { name: 'Done' }).click();
  const graded = await strokeCost(page);
  row(
    'the same of a pencil that is darker when pressed, on 5,000 such strokes, over the floor',
    `${(graded / floor).toFixed(2)} x`,
    'at most 2.5 x',
    graded / floor <= 2.5,
  );
} finally {
  await browser.close();
  await close();
}
