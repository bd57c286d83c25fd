import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { transformPoint, type Affine } from '@deft/core/geometry';
import { seeded } from '@deft/core/random';
import { evenSteps } from '@deft/core/shape';
import { BODY_PARTS } from '@deft/core/subjects';
import type { Reference } from '@deft/contract';
import { drawParts } from '../packages/core/src/testing/overlapping.ts';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { drawLines, placesOnPage, FIGURE_TALL } from './figure-lines.ts';
import { control, type At } from './hands.ts';
import { beginAttempt, benchAt, drawing, kindOf, look, penLine, saved, SIZES, watch } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const TALL = 160;

/** A picture's outlines as they lie on the page, the outer one first. */
function outlinesOf(reference: Reference): At[][] {
  const by = TALL / reference.figureHeight!;
  const [outlines = []] = reference.truth!.silhouettes!;
  const left = Math.min(...outlines.flat().map(({ x }) => x));
  const onPage: Affine = [by, 0, 0, by, 25 - by * left, 20];
  return outlines.map((outline) =>
    evenSteps(
      outline.map((p) => transformPoint(onPage, p)),
      1,
    ),
  );
}

/** A closed line, its left side moved out some way below its middle. */
function bulged(line: readonly At[], far: number): At[] {
  const ys = line.map(({ y }) => y);
  const [top, foot] = [Math.min(...ys), Math.max(...ys)];
  const xs = line.map(({ x }) => x);
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  return line.map(({ x, y }) => {
    const t = ((y - top) / (foot - top) - 0.55) / 0.3;
    return { x: x < middle && t > 0 && t < 1 ? x - far * Math.sin(Math.PI * t) : x, y };
  });
}

async function drawClosed(
  page: Page,
  line: readonly At[],
  pointer: 'pen' | 'mouse' | 'touch',
): Promise<void> {
  const { stroke } = await drawing(page);
  const points = penLine([...line, line[0]!]);
  for (const part of [0, 1]) {
    const half = Math.floor(points.length / 2);
    await stroke(points.slice(part * half, part === 0 ? half + 1 : undefined), pointer);
  }
}

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'an outline that bulges and a gap that is closed are told by their kinds; what was noticed stands beside them',
      benchAt('phone', name),
      async ({ page }) => {
        test.setTimeout(120_000);
        const strange = watch(page, desk.address);
        const { reference } = await beginAttempt(page, desk, 'Kettle');
        const [outer] = outlinesOf(reference) as [At[]];
        await drawClosed(page, bulged(outer, 9), pointer);
        // Its right half in one tone.
        await control(page, 'shade').click();
        const xs = outer.map(({ x }) => x);
        const [middle, right] = [(Math.min(...xs) + Math.max(...xs)) / 2, Math.max(...xs)];
        const { stroke } = await drawing(page);
        for (let x = middle; x < right - 20; x += 3)
          await stroke(
            [0, 1, 2, 3, 4].map((i) => ({ x, y: 120 + 12 * i })),
            pointer,
          );
        await saved(page);
        await page.getByTestId('next-pass').click();
        await expect(page.getByTestId('todo')).toBeVisible({ timeout: 20_000 });
        await kindOf(page, 'outline').click();
        const outline = page.getByTestId('outline-kind');
        await expect(outline).toContainText('too far out');
        await expect(outline).toContainText('Of all that either covers');
        await expect(page.locator('[data-mark="outline-strip"]')).toHaveCount(1);
        await look(page, 'kind-outline');
        const [file] = await Promise.all([
          page.waitForEvent('download'),
          outline.getByTestId('save-kind').click(),
        ]);
        expect(file.suggestedFilename()).toBe('Kettle, outline.svg');
        const svg = await readFile(await file.path(), 'utf8');
        expect(svg).toMatch(/^<svg xmlns/);
        for (const mark of ['laid-strokes', 'too far out', 'data-pin']) expect(svg).toContain(mark);
        await outline.getByTestId('said-place').first().click();
        await expect(outline).toContainText('Take the outline in');
        await expect(page.locator('[data-mark="stretch"]')).toHaveCount(1);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-outline-chosen');
        await kindOf(page, 'gaps').click();
        await look(page, 'kind-gaps');
        await expect(page.getByTestId('gaps-kind')).toContainText('is closed');
        expect(await trouble(page)).toEqual([]);
        await kindOf(page, 'values').click();
        await expect(page.getByTestId('values-kind')).toContainText('values');
        await expect(page.locator('[data-mark="values"] circle')).not.toHaveCount(0);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-values');
        await kindOf(page, 'noticed').click();
        await expect(page.getByTestId('noticed-kind')).toBeVisible();
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-noticed');
        expect(strange).toEqual([]);
      },
    );

    test(
      'an arm that lies in front in the picture and behind in the drawing is told by its lines',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { reference } = await beginAttempt(page, desk, 'Woman waiting');
        expect(reference.truth!.fronts).toContainEqual(['right forearm', 'trunk']);
        const arm = ['right upper arm', 'right forearm'];
        const parts = BODY_PARTS.map((part) => part.name).filter((part) => !arm.includes(part));
        const lines = drawParts(placesOnPage(reference, null), FIGURE_TALL, {
          order: [...arm, ...parts],
          wobble: 0.2,
          random: seeded(4),
        });
        await drawLines(page, lines.map(penLine), pointer);
        await saved(page);
        await page.getByTestId('next-pass').click();
        await kindOf(page, 'depth').click({ timeout: 20_000 });
        await expect(page.getByTestId('depth-kind')).toContainText(
          'In the picture the right forearm lies in front of the trunk; here it lies behind.',
        );
        await expect(page.locator('[data-mark="depth"] [data-pin]')).toHaveCount(1);
        await page.getByTestId('said-place').first().click();
        await expect(page.getByTestId('depth-kind')).toContainText('Draw the right forearm across');
        expect(await trouble(page)).toEqual([]);
        await look(page, 'kind-depth');
        await page.getByTestId('try-again').click();
        await expect(page.getByTestId('in-mind')).toHaveText(/^Draw the right forearm across/);
        expect(strange).toEqual([]);
      },
    );
  });
