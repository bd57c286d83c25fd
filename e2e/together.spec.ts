import { expect, test } from '@playwright/test';
import { placementOf } from '@deft/core/findings';
import { boxOf, invert, transformPoint } from '@deft/core/geometry';
import { BOARD_SIZE, formOutline, pieceOutline, reducePage } from '@deft/core/page';
import type { Board, ReferenceSet, Study, TraceOn } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { control, line } from './hands.ts';
import {
  benchAt,
  askDesk,
  drawing,
  look,
  lying,
  openTrace,
  saved,
  SIZES,
  stored,
  takeHand,
  watch,
} from './trace.ts';

/** Several pictures traced in one go: over a board as they lie, and a set picture after picture. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });
    const touch = hasTouch ? 'touch' : pointer;

    test(
      'a board is traced as it lies: each form goes to the trace of the picture it lies on',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const path = `/references?q=goat&count=3`;
        const { items } = await askDesk<{ items: { id: string; title: string }[] }>(page, desk, 'get', path);
        const references = items.slice(0, 3).map(({ id }) => id);
        const board = await askDesk<Board>(page, desk, 'post', '/boards', {
          title: `Goats, ${name}`,
          references,
        });
        await page.goto(`${desk.address}/boards/${board.id}`);
        await saved(page);
        const placements = await lying(desk, board.page, 'placement');
        const boxes = placements.map((placement) => boxOf(pieceOutline(placement)!)!);
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        await expect(page.getByTestId('board-step')).toHaveText('head: on 0 of 3 pictures');
        const d = await drawing(page, BOARD_SIZE);
        const count = async (): Promise<number> => (await lying(desk, board.page, 'form')).length;
        for (const [i, { minX, minY, maxX, maxY }] of boxes.slice(0, 2).entries()) {
          const [w, h] = [maxX - minX, maxY - minY];
          await d.stroke(
            line(minX + 0.3 * w, minY + 0.3 * h, minX + 0.6 * w, minY + 0.5 * h, 5),
            i === 0 ? touch : pointer,
          );
          await expect.poll(count).toBe(i + 1);
        }
        await expect(page.getByTestId('board-step')).toHaveText('head: on 2 of 3 pictures');
        await look(page, 'board-traced');
        await page.getByTestId('keep-traces').click();
        await look(page, 'board-keep');
        await page.getByTestId('keep').click();
        await expect(page.getByRole('alert')).toContainText(
          '2 traces are kept, each in the study of its picture.',
        );
        await expect(page.getByTestId('trace-on')).toHaveCount(3);
        await expect(page.getByRole('img', { name: /^The trace of/ })).toHaveCount(2);
        expect(await trouble(page)).toEqual([]);
        await look(page, 'board-traces');

        // A form lies at its place on its own picture.
        const rows = await askDesk<TraceOn[]>(page, desk, 'get', `/boards/${board.id}/traces`);
        const kept = rows.find(({ reference }) => reference === placements[0]!.reference)!.traced!;
        const things = reducePage(await stored(desk, kept.page));
        const [form] = await lying(desk, kept.page, 'form');
        expect(form!.part).toBe('head');
        const toPicture = invert(placementOf(things, placements[0]!.reference)!);
        const there = boxOf(formOutline(form!).map((p) => transformPoint(toPicture, p)))!;
        const [own] = await lying(desk, board.page, 'form');
        const toBoard = invert(placements[0]!.transform);
        const here = boxOf(formOutline(own!).map((p) => transformPoint(toBoard, p)))!;
        for (const side of ['minX', 'minY', 'maxX', 'maxY'] as const)
          expect(Math.abs(there[side] - here[side])).toBeLessThan(0.5);

        // A picture that is moved takes along what was traced over it.
        await control(page.getByRole('dialog'), 'close').click();
        await takeHand(page, 'Move');
        const { minX, minY, maxX, maxY } = boxes[0]!;
        const before = await lying(desk, board.page, 'form');
        const from = { x: minX + 0.1 * (maxX - minX), y: minY + 0.9 * (maxY - minY) };
        await d.stroke(line(from.x, from.y, from.x + 12, from.y + 6, 6), pointer);
        await expect
          .poll(async () => {
            const after = await lying(desk, board.page, 'form');
            return after.map(({ transform }, i) => Math.round(transform[4] - before[i]!.transform[4]));
          })
          .toEqual([12, 0]);
        await page.getByTestId('undo').click();

        // Its way leads into the study of the picture, with this trace open.
        await takeHand(page, 'Forms');
        await page.getByTestId('keep-traces').click();
        await page.getByTestId('trace-on').first().click();
        await page.waitForURL(/\/studies\//);
        const id = new URL(page.url()).pathname.split('/').at(-1)!;
        const study = await askDesk<Study>(page, desk, 'get', `/studies/${id}`);
        expect(study.traces.map(({ page: of }) => of)).toContain(rows[0]!.traced!.page);
        await look(page, 'board-trace-opened');
        expect(strange).toEqual([]);
      },
    );

    test(
      'a set is traced together: one part on picture after picture, their traces in one row',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const sets = await askDesk<ReferenceSet[]>(page, desk, 'get', '/sets');
        const set = sets.find(({ title }) => title.startsWith(name === 'phone' ? 'Goats' : 'Heads'))!;
        await page.goto(`${desk.address}/references?set=${set.id}`);
        await page.getByTestId('trace-together').click();
        const strip = page.getByTestId('together');
        await expect(strip).toContainText(`on picture 1 of ${set.count}`);
        const draw = async (x: number): Promise<void> => {
          await takeHand(page, 'Forms');
          await control(page, 'ellipse').click();
          const d = await drawing(page);
          await d.stroke(line(x, 60, x + 30, 100, 5), x === 40 ? touch : pointer);
          await saved(page);
        };
        await draw(40);
        await look(page, 'together');
        const first = page.url();
        await page.getByTestId('together-next').click();
        await expect(strip).toContainText(`on picture 2 of ${set.count}`);
        expect(page.url()).not.toBe(first);
        await saved(page);
        await draw(60);
        await control(page, 'All: the traces of all pictures, and the parts', false).click();
        await expect(page.getByRole('img', { name: /^The trace of/ })).not.toHaveCount(0);
        await expect(page.getByTestId('trace-on')).toHaveCount(set.count);
        await look(page, 'together-all');
        expect(await trouble(page)).toEqual([]);
        const rows = await askDesk<TraceOn[]>(page, desk, 'get', `/sets/${set.id}/traces`);
        const parts = await Promise.all(
          rows
            .slice(0, 2)
            .map(async ({ traced }) => (await lying(desk, traced!.page, 'form')).map(({ part }) => part)),
        );
        expect(parts[0]).toEqual(parts[1]);
        expect(parts[0]).toHaveLength(1);
        // Back to the first one by its trace, where the next part begins once all have this one.
        await page.getByTestId('trace-on').first().click();
        await expect(strip).toContainText(`on picture 1 of ${set.count}`);
        await control(strip, '×: trace this picture alone').click();
        await expect(strip).toHaveCount(0);
        expect(strange).toEqual([]);
      },
    );

    test(
      'the faded picture is moved under what is drawn, by a deliberate act, and laid back',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const traced = await openTrace(page, desk, name === 'phone' ? 1 : 2);
        const lies = async () => (await lying(desk, traced, 'placement'))[0]!.transform;
        const first = await lies();
        await page.getByTestId('place').click();
        await control(page, 'Behind').click();
        await look(page, 'picture-place');
        await page.getByTestId('move-picture').click();
        const d = await drawing(page);
        await d.stroke(line(74, 105, 94, 95, 6), touch);
        await expect.poll(async () => Math.round((await lies())[4] - first[4])).toBe(20);
        await look(page, 'picture-moved');
        await control(page, 'As it lay').click();
        await expect.poll(lies).toEqual(first);
        await page.getByTestId('picture-done').click();
        // From now on a contact draws again.
        await d.stroke(line(40, 60, 90, 60, 6), pointer);
        await expect.poll(async () => (await lying(desk, traced, 'stroke')).length).toBe(1);
        expect(await lies()).toEqual(first);
        expect(strange).toEqual([]);
      },
    );
  });
