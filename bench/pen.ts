import { floorCost, strokeCost } from './pen-cost.ts';
import { drawnStudy, launch, openDesk, openDrawing, references } from './page-desk.ts';
import { row } from './table.ts';

/**
 * What a pointer event costs the main thread: on a page with strokes, beside the bare floor of one segment an
 * event.
 */

const { desk, close } = await openDesk();
const browser = await launch();
try {
  const [few, many] = await references(desk);
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
} finally {
  await browser.close();
  await close();
}
