import { overFloor, rowOverFloor } from './pen-cost.ts';
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
  await openDrawing(page, (await drawnStudy(desk, few!, 100)).address);
  const light = await overFloor(page);
  row(
    `an event of a 300-point stroke at 100 strokes (floor ${light.floor.toFixed(1)} ms)`,
    `${light.over.toFixed(2)} x the floor`,
    'for the ratio below',
  );
  await openDrawing(page, (await drawnStudy(desk, many!, 5000)).address);
  const heavy = await overFloor(page);
  row(
    `the same at 5,000 strokes (floor ${heavy.floor.toFixed(1)} ms)`,
    `${heavy.over.toFixed(2)} x the floor`,
    'at most 2.5 x',
    heavy.over <= 2.5,
  );
  row(
    'the one over the other',
    `${(heavy.over / light.over).toFixed(2)} x`,
    'at most 1.3 x',
    heavy.over / light.over <= 1.3,
  );
  await openDrawing(page, (await drawnStudy(desk, built!, 5000, GRADED)).address);
  await page.getByTestId('line').click();
  await page.getByRole('slider', { name: 'Pressed: darker' }).fill('1');
  await page.getByRole('slider', { name: 'Strength' }).fill('0.5');
  await page.getByRole('button', { name: 'Done' }).click();
  await rowOverFloor('the same of a pencil that is darker when pressed, on 5,000 such strokes', page);
} finally {
  await browser.close();
  await close();
}
