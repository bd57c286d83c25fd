import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import type { Reference, ReferenceSet, Listed, ReferenceBrief } from '@deft/contract';
import { temporaryFolder } from '../apps/server/test/desk.ts';
import { openDesk, type Desk } from './desk.ts';
import { control, Fingers, type Pointer } from './hands.ts';
import { benchAt, lying, onStage, openReference } from './trace.ts';

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const read = async <T>(page: Page, path: string): Promise<T> =>
  (await (await page.request.get(`${desk.address}/api${path}`)).json()) as T;
const picture = (colour: string): Promise<Buffer> =>
  sharp({ create: { width: 300, height: 360, channels: 3, background: colour } })
    .composite([
      { input: { create: { width: 120, height: 150, channels: 3, background: '#222' } }, left: 60, top: 80 },
    ])
    .png()
    .toBuffer();

/** Hands files over as a drop or a paste would. */
async function handOver(page: Page, how: 'drop' | 'paste', name: string, bytes: Buffer): Promise<void> {
  await page.evaluate(
    ([type, file, data]) => {
      const transfer = new DataTransfer();
      transfer.items.add(
        new File([Uint8Array.from(atob(data), (c) => c.charCodeAt(0))], file, { type: 'image/png' }),
      );
      if (type === 'paste')
        window.dispatchEvent(
          new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }),
        );
      else
        window.dispatchEvent(
          new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true }),
        );
    },
    [how, name, bytes.toString('base64')] as const,
  );
}

const SIZES = [
  { name: 'phone', viewport: { width: 390, height: 844 }, hasTouch: true },
  { name: 'wide', viewport: { width: 1280, height: 800 }, hasTouch: false },
] as const;

for (const { name, viewport, hasTouch } of SIZES) {
  const pointer: Pointer = hasTouch ? 'touch' : 'mouse';
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'pictures come in by chooser, drop, paste and folder; what is known or refused is said; they are searched and put into a set',
      benchAt('wide', name),
      async ({ page }) => {
        await page.goto(`${desk.address}/references`);
        await page.getByTestId('bring').click();
        const [one, two, three] = [
          await picture(name === 'phone' ? '#8ac' : '#ca8'),
          await picture(name === 'phone' ? '#7c9' : '#97c'),
          await picture(name === 'phone' ? '#c99' : '#99c'),
        ];
        await page.getByTestId('files').setInputFiles([
          { name: `hook ${name} 1.png`, mimeType: 'image/png', buffer: one },
          { name: 'letter.png', mimeType: 'image/png', buffer: Buffer.from('no') },
        ]);
        const list = page.getByTestId('brought');
        await expect(list.getByRole('group', { name: 'in', exact: true })).toContainText(
          `hook ${name} 1.png`,
        );
        await expect(list.getByRole('group', { name: 'refused' })).toContainText(
          '“letter.png” was not brought in',
        );
        await handOver(page, 'drop', `hook ${name} 2.png`, two);
        await expect(list).toContainText(`hook ${name} 2.png`);
        await handOver(page, 'paste', `hook ${name} 3.png`, three);
        await expect(list).toContainText(`hook ${name} 3.png`);
        await handOver(page, 'drop', 'again.png', one);
        await expect(list.getByRole('group', { name: 'already here' })).toContainText('again.png');
        // A whole folder, with another in it and a letter among the pictures.
        const { folder, remove } = temporaryFolder();
        mkdirSync(join(folder, 'deeper'));
        writeFileSync(join(folder, `shelf ${name} 1.png`), await picture(name === 'phone' ? '#345' : '#543'));
        writeFileSync(
          join(folder, 'deeper', `shelf ${name} 2.png`),
          await picture(name === 'phone' ? '#354' : '#453'),
        );
        writeFileSync(join(folder, 'deeper', 'list.txt'), 'no picture');
        await page.getByTestId('folder').setInputFiles(folder);
        for (const n of [1, 2])
          await expect(list.getByRole('group', { name: 'in', exact: true })).toContainText(
            `shelf ${name} ${n}.png`,
          );
        await expect(list.getByRole('group', { name: 'refused' })).toContainText('list.txt');
        remove();
        await control(page, 'close').click();
        await page.getByTestId('search').fill(`hook ${name}`);
        await expect(page.getByTestId('reference')).toHaveCount(3);
        await control(page, 'choose several', false).click();
        await control(page, 'all of them', false).click();
        await expect(page.getByText('3 pictures chosen')).toBeVisible();
        await control(page, 'Into a set', false).click();
        await page.getByLabel('Or a new set, called').fill(`Hooks ${name}`);
        await control(page, 'Make the set', false).click();
        await expect(page.getByRole('alert')).toContainText(
          `The set “Hooks ${name}” is made, with 3 pictures.`,
        );
        await page.getByTestId('search').fill('');
        await control(page, `Hooks ${name}`).click();
        await expect(page.getByTestId('reference')).toHaveCount(3);
      },
    );

    test('a set is ordered by drag and by keys', async ({ page }) => {
      await page.goto(`${desk.address}/references`);
      await control(page, 'Trunks and lamps').click();
      await page.getByTestId('reference').first().waitFor();
      const set = (await read<ReferenceSet[]>(page, '/sets')).find((s) => s.title === 'Trunks and lamps')!;
      const order = async (): Promise<string[]> =>
        (await read<Listed<ReferenceBrief>>(page, `/references?set=${set.id}`)).items.map(
          ({ title }) => title,
        );
      const before = await order();
      await control(page, 'Order by hand').click();
      const cells = page.getByTestId('order-cell');
      const [box, beside] = [(await cells.first().boundingBox())!, (await cells.nth(1).boundingBox())!];
      const cell = beside.x - box.x;
      const fingers = await Fingers.of(page);
      const way = [0.5, 1, 1.5, 2, 2.5].map((x) => ({ x: box.x + x * cell, y: box.y + 40 }));
      await fingers.down(way[0]!, pointer);
      // A finger rests before it takes the picture up.
      if (pointer === 'touch') await expect(page.getByText('Over place 1 of')).toBeAttached();
      for (const at of way) await fingers.move(at, pointer);
      // Where it would come to lie is shown, and said, before it is let go.
      await expect(page.getByText('Over place 3 of')).toBeAttached();
      await fingers.up(way.at(-1)!, pointer);
      await expect.poll(order).toEqual([before[1], before[2], before[0], ...before.slice(3)]);
      const back = async (from: number): Promise<void> => {
        const moved = page.getByRole('button', { name: `${from}: ${before[0]}` });
        await moved.focus();
        await page.keyboard.press('Enter');
        await expect(moved).toHaveAttribute('aria-pressed', 'true');
        await page.keyboard.press('ArrowLeft');
        await expect(page.getByText(`Over place ${from - 1} of`)).toBeAttached();
        await page.keyboard.press('Enter');
      };
      await back(3);
      await expect.poll(order).toEqual([before[1], before[0], before[2], ...before.slice(3)]);
      await back(2);
      await expect.poll(order).toEqual(before);
      await page.getByTestId('ordering-done').click();
    });

    test(
      'a reference is noticed about, marked, measured by eye, prepared, and studied as it was prepared',
      benchAt('phone', name),
      async ({ page }) => {
        await openReference(page, desk, name === 'phone' ? 'Porter sweeping' : 'Woman waiting');
        const id = page.url().split('/').at(-1)!;
        const now = (): Promise<Reference> => read<Reference>(page, `/references/${id}`);
        const reference = await now();
        const fingers = await Fingers.of(page);
        await control(page, 'Notice').click();
        await page.getByTestId('notice').fill('All the weight on one leg');
        await control(page, 'Add').click();
        await control(page, 'Tie to a spot: All the weight on one leg', false).click();
        const spot = await onStage(page, reference, 0.5, 0.6);
        await fingers.tap(spot, pointer);
        await expect
          .poll(async () =>
            (await now()).marks.map((m) =>
              m.kind === 'trait' && m.at ? Math.round((m.at.x / reference.width) * 10) : null,
            ),
          )
          .toEqual([5]);

        await control(page, 'Landmarks').click();
        await control(page, 'crown').click();
        await expect(page.getByTestId('asks')).toHaveText('Touch the crown');
        const crown = await onStage(page, reference, 0.42, 0.12);
        await fingers.tap(crown, pointer);
        await expect
          .poll(async () => (await now()).marks.filter((m) => m.kind === 'landmark').length)
          .toBe(1);

        await control(page, 'Sights').click();
        await control(page, 'A length', false).click();
        const line = async (y0: number, y1: number): Promise<void> => {
          const [a, b] = [await onStage(page, reference, 0.3, y0), await onStage(page, reference, 0.3, y1)];
          await fingers.stroke(
            [0, 0.3, 0.7, 1].map((t) => ({ x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t })),
            pointer,
          );
        };
        // What is asked for can be drawn from the moment that it is said.
        await expect(page.getByTestId('sight-asks')).toContainText('Draw the unit');
        await line(0.1, 0.2);
        await expect(page.getByTestId('sight-asks')).toContainText('Now draw the length');
        await line(0.2, 0.7);
        await control(page, '4').click();
        await expect(page.getByTestId('measured')).toHaveCount(0);
        await control(page, 'Show the number', false).click();
        await expect(page.getByTestId('measured')).toContainText(
          /Measured: (4\.9|5(\.0)?).* Your eye saw it \d+ % shorter/,
        );

        await control(page, 'Prepare').click();
        const draft = page.getByTestId('draft');
        await expect(draft).toHaveAttribute('data-shown', /[1-9]/);
        await control(page, 'flip').click();
        await control(page, 'grey').click();
        await page.getByRole('slider', { name: 'Black point' }).fill('60');
        await page.getByTestId('keep').click();
        await expect(page.getByRole('alert')).toContainText('Kept. The original stays as it came.');
        const prepared = await now();
        expect([prepared.revision, prepared.preparation.flip, prepared.preparation.black]).toEqual([
          1,
          true,
          60,
        ]);
        const side = (r: Reference, landmark: string): number =>
          r.truth!.landmarks.find((l) => l.name === landmark)!.at.x;
        expect(side(prepared, 'right hip')).toBeCloseTo(reference.width - side(reference, 'left hip'), 1);
        await page.getByTestId('study-this').click();
        await expect(page.getByTestId('hand')).toBeVisible();
        const study = await read<{ reference: Reference }>(page, `/studies/${page.url().split('/').at(-1)}`);
        expect(study.reference.revision).toBe(1);
      },
    );

    test(
      'a picture is cropped, and cut out by a line over it; it is undone, and nothing of it is kept unasked',
      benchAt('wide', name),
      async ({ page }) => {
        await openReference(page, desk, name === 'phone' ? 'Tin trunk' : 'Platform lamp');
        const id = page.url().split('/').at(-1)!;
        const now = (): Promise<Reference> => read<Reference>(page, `/references/${id}`);
        const reference = await now();
        const fingers = await Fingers.of(page);
        await control(page, 'Prepare').click();
        await expect(page.getByTestId('draft')).toHaveAttribute('data-shown', /[1-9]/);
        await control(page, 'crop').click();
        const line = async (from: [number, number], to: [number, number]): Promise<void> => {
          const [a, b] = [await onStage(page, reference, ...from), await onStage(page, reference, ...to)];
          await fingers.stroke(
            Array.from({ length: 9 }, (_, i) => ({
              x: a.x + ((b.x - a.x) * i) / 8,
              y: a.y + ((b.y - a.y) * i) / 8,
            })),
            pointer,
          );
        };
        await line([0.99, 0.99], [0.95, 0.9]);
        await control(page, 'crop').click();
        await control(page, 'suggest from a line over it', false).click();
        await line([0.38, 0.5], [0.6, 0.5]);
        await expect(control(page, 'All of it again', false)).toBeVisible();
        await control(page, 'suggest from a line over it', false).click();
        expect((await now()).revision).toBe(0);
        await page.getByTestId('keep').click();
        await expect(page.getByRole('alert')).toContainText('Kept.');
        const { preparation, width, height } = await now();
        expect(preparation.crop!.width).toBeCloseTo(0.95, 1);
        expect(preparation.outline!.length).toBeGreaterThan(8);
        expect(
          [width / reference.width, height / reference.height].map((v) => Math.round(v * 20) / 20),
        ).toEqual([0.95, 0.9]);
        await control(page.getByRole('alert'), 'Undo', false).click();
        await expect.poll(async () => (await now()).revision).toBe(0);
      },
    );

    test(
      'the picture service is searched, fails kindly, and gives several pictures at once',
      benchAt('phone', name),
      async ({ page }) => {
        await page.goto(`${desk.address}/references/service`);
        await page.getByTestId('service-search').fill('head looking up');
        await expect(page.getByTestId('offered')).toHaveCount(1);
        await page.request.put(`${desk.address}/api/services/pictures/fault`, { data: { fault: 'failing' } });
        await page.getByTestId('service-search').fill('goat');
        await expect(page.getByText('The picture service does not answer just now.')).toBeVisible();
        await page.request.put(`${desk.address}/api/services/pictures/fault`, { data: { fault: 'none' } });
        await control(page, 'Try again', false).click();
        await page
          .getByTestId('offered')
          .nth(name === 'phone' ? 0 : 2)
          .click();
        await page
          .getByTestId('offered')
          .nth(name === 'phone' ? 1 : 3)
          .click();
        await expect(page.getByTestId('time-left')).toContainText('left');
        await page.getByTestId('take').click();
        await expect(page.getByRole('alert')).toContainText('2 pictures taken, with author and licence.');
      },
    );

    test(
      'a board is laid out, its pictures are moved, hidden and stacked, and it lies behind a page',
      benchAt('wide', name),
      async ({ page }) => {
        await page.goto(`${desk.address}/references?q=head`);
        await control(page, 'choose several', false).click();
        for (const n of [0, 1]) await page.getByTestId('reference').nth(n).click();
        await control(page, 'On a board', false).click();
        await page.getByTestId('add-pictures').waitFor();
        await expect(page.getByTestId('save-state')).toHaveText('saved');
        await expect(page.getByTestId('page')).toHaveAttribute('aria-busy', 'false');
        const box = (await page.getByTestId('page').boundingBox())!;
        const middle = { x: box.x + box.width * 0.35, y: box.y + box.height * 0.5 };
        await page.mouse.click(middle.x, middle.y);
        await control(page, 'to the front', false).click();
        await control(page, 'hide').click();
        await expect(control(page, 'hidden: 1', false)).toBeVisible();
        await page.getByTestId('undo').click();
        await expect(control(page, 'hidden: 1', false)).toHaveCount(0);
        await page.getByTestId('add-pictures').click();
        await page.getByRole('dialog', { name: 'Add pictures' }).getByTestId('reference').first().click();
        const board = page.url().split('/').at(-1)!;
        const { page: pageId } = await read<{ page: string }>(page, `/boards/${board}`);
        await expect.poll(async () => (await lying(desk, pageId, 'placement')).length).toBe(3);
        await openReference(page, desk, 'Barrel');
        await page.getByTestId('study-this').click();
        await page.getByTestId('looks').click();
        await control(page, 'Boards', false).click();
        await control(page, 'behind the page', false).first().click();
        await expect(page.getByRole('alert')).toContainText('lies behind the page, on a sheet of its own');
        await expect(page.getByTestId('save-state')).toHaveText('saved');
        const { traces } = await read<{ traces: { page: string }[] }>(
          page,
          `/studies/${page.url().split('/').at(-1)}`,
        );
        const laid = await read<{
          operations: {
            operation: { body: { add?: { type: string; locked?: boolean; kind?: string }[] } };
          }[];
        }>(page, `/pages/${traces[0]!.page}/operations?after=0`);
        const last = laid.operations.at(-1)!.operation.body.add!;
        expect(last.filter(({ type }) => type === 'placement')).toHaveLength(3);
        expect(last.find(({ type }) => type === 'sheet')).toMatchObject({ kind: 'picture', locked: true });
      },
    );
  });
}
