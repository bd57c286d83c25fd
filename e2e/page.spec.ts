import { expect, test, type Page } from '@playwright/test';
import sharp from 'sharp';
import { strokePoints } from '@deft/core/page';
import { openDesk, type Desk } from './desk.ts';
import { arc, control, line, type At } from './hands.ts';
import { benchAt, drawing, lying, openTrace, saved, SIZES, stored, takeHand, watch } from './trace.ts';

/**
 * Every hand, sheet act and second look, on a phone by pen and finger and on a wide screen by mouse and keys.
 */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

const look = async (page: Page, name: string): Promise<void> => {
  await page.getByTestId('looks').click();
  await control(page, name).click();
  await page.keyboard.press('Escape');
};

for (const { name, viewport, pointer, hasTouch } of SIZES) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'lines: pens, shade, rubbing, straightening, symmetry, words',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const pageId = await openTrace(page, desk, name === 'phone' ? 0 : 1);
        const strokes = () => lying(desk, pageId, 'stroke');
        const d = await drawing(page);
        // At least two thirds of a phone's screen is page while one draws.
        if (hasTouch)
          expect((await page.getByTestId('page').boundingBox())!.height / viewport.height).toBeGreaterThan(
            2 / 3,
          );
        await d.stroke(
          line(30, 40, 90, 43).map((p, i) => ({ x: p.x, y: p.y + (i % 2 ? 0.5 : -0.5) })),
          pointer,
        );
        await control(page, 'straighten').click();
        await expect
          .poll(async () => {
            const [first] = await strokes();
            const points = first ? strokePoints(first) : [];
            const slopes = points.slice(1).map((p, i) => (p.y - points[i]!.y) / (p.x - points[i]!.x));
            return points.length > 5 && Math.max(...slopes) - Math.min(...slopes) < 0.1;
          })
          .toBe(true);
        await control(page, 'shade').click();
        await d.stroke(arc(70, 110, 25, 20, 0, 4), pointer);
        await expect.poll(async () => (await strokes()).map((s) => s.pen)).toEqual(['pencil', 'shade']);

        // The rubber by area cuts, by stroke takes away.
        await control(page, 'rubber').click();
        await page.getByTestId('line').click();
        await control(page, 'by area').click();
        await control(page, 'Done').click();
        await d.stroke(line(60, 30, 60, 55), pointer);
        await expect.poll(async () => (await strokes()).at(-1)?.pen).toBe('rubber');
        await page.getByTestId('line').click();
        await control(page, 'whole strokes').click();
        await control(page, 'Done').click();
        await d.stroke(line(45, 110, 120, 110), pointer);
        await expect.poll(async () => (await strokes()).map((s) => s.pen)).toEqual(['pencil', 'rubber']);
        await page.getByTestId('undo').click();
        await expect.poll(async () => (await strokes()).length).toBe(3);

        // A colour that stands out is offered; another is picked from the page.
        await control(page, 'pen').click();
        await page.getByTestId('line').click();
        await page.getByRole('radio', { name: 'red chalk' }).click();
        const hardness = page.getByRole('slider', { name: 'Hardness' });
        await hardness.focus();
        for (let i = 0; i < 4; i += 1) await hardness.press('ArrowLeft');
        await control(page, 'Done').click();
        await d.stroke(line(20, 180, 40, 190), pointer);
        await expect
          .poll(async () => (await strokes()).at(-1))
          .toMatchObject({ pen: 'pen', colour: '#8E3B24', hardness: 0.8 });

        // Symmetry about an axis that is placed first.
        await takeHand(page, 'Guides');
        await control(page, 'more guides').click();
        await control(page, 'symmetry axis').click();
        await d.stroke(line(74, 60, 74, 190), pointer);
        await control(page, 'symmetry').click();
        await takeHand(page, 'Draw');
        await d.stroke(line(50, 150, 60, 170), pointer);
        await expect.poll(async () => (await strokes()).length).toBe(6);
        const [own, twin] = (await strokes()).slice(-2).map((s) => strokePoints(s)) as unknown as [
          At[],
          At[],
        ];
        expect(twin[0]!.x + own[0]!.x).toBeCloseTo(148, 0);
        expect(twin[0]!.y).toBeCloseTo(own[0]!.y, 1);

        await takeHand(page, 'Words');
        await d.tap(30, 60, pointer);
        await page.getByLabel('Words on the page').fill('weight on the left leg');
        await control(page, 'Write').click();
        await control(page, 'arrow').click();
        await d.stroke(line(40, 70, 60, 90), pointer);
        await control(page, 'count').click();
        for (let i = 0; i < 3; i += 1) await d.tap(120, 190, pointer);
        await expect
          .poll(async () =>
            (await lying(desk, pageId, 'note')).map(({ says }) =>
              says.kind === 'count' ? says.count : says.kind,
            ),
          )
          .toEqual(['text', 'arrow', 3]);
        expect(strange).toEqual([]);
      },
    );

    test(
      'moving: picking, carrying, flipping, copying, numbers, distorting, bending, pieces; sheets',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const pageId = await openTrace(page, desk, name === 'phone' ? 2 : 3);
        const d = await drawing(page);
        await d.stroke(arc(60, 80, 12, 16), pointer);
        await takeHand(page, 'Forms');
        await d.stroke(line(50, 66, 70, 94, 4), pointer);
        await takeHand(page, 'Move');
        const loop = [
          ...line(38, 52, 84, 52, 6),
          ...line(84, 52, 84, 110, 6),
          ...line(84, 110, 38, 110, 6),
          ...line(38, 110, 38, 54, 6),
        ];
        const stroke = async () => (await lying(desk, pageId, 'stroke'))[0]!;
        const form = async () => (await lying(desk, pageId, 'form'))[0]!;
        await d.stroke(loop, pointer);
        await d.stroke(line(60, 80, 75, 90, 5), pointer);
        await expect.poll(async () => (await stroke()).transform?.slice(4).map(Math.round)).toEqual([15, 10]);
        expect((await form()).transform.slice(4).map(Math.round)).toEqual([75, 90]);
        await control(page, 'flip ↔, left to right').click();
        await expect.poll(async () => Math.round((await stroke()).transform![0])).toBe(-1);
        await control(page, 'numbers').click();
        await page.getByLabel('Size, %').fill('150');
        await page.getByLabel('Right, mm').fill('-5');
        await control(page, 'Apply').click();
        await expect.poll(async () => Math.round((await form()).transform[3] * 10) / 10).toBe(1.5);
        const tray = control(page, 'distort');
        await tray.click();
        await expect(tray).toHaveAttribute('aria-pressed', 'true');
        const corner = { x: 70 - 1.5 * 13, y: 90 - 1.5 * 17 };
        await d.stroke(line(corner.x - 1, corner.y - 1, corner.x + 6, corner.y + 8, 6), pointer);
        await expect.poll(async () => (await form()).shape.kind).toBe('outline');
        await control(page, 'bend').click();
        const before = await form();
        await d.stroke(line(70, 90, 78, 90, 5), pointer);
        await expect
          .poll(async () => JSON.stringify((await form()).shape) !== JSON.stringify(before.shape))
          .toBe(true);
        expect((await form()).part).toBe(before.part);
        await control(page, 'copy').click();
        await expect.poll(async () => (await lying(desk, pageId, 'form')).length).toBe(2);
        await control(page, 'cut to new sheet').click();
        await expect
          .poll(async () => (await lying(desk, pageId, 'sheet')).map((s) => s.name))
          .toEqual(['Picture', 'Guides', 'Forms', 'Ink', 'Cut out']);
        await control(page, 'Remove').click();
        await expect.poll(async () => (await lying(desk, pageId, 'form')).length).toBe(1);

        // A piece is cut from the picture and bent.
        await control(page, 'move').or(page.getByText('Draw round what you want')).first().waitFor();
        await d.stroke(
          [
            ...line(20, 150, 50, 150, 6),
            ...line(50, 150, 50, 180, 6),
            ...line(50, 180, 20, 180, 6),
            ...line(20, 180, 20, 152, 6),
          ],
          pointer,
        );
        await control(page, 'cut from picture', false).click();
        await expect
          .poll(async () => (await lying(desk, pageId, 'placement')).filter((p) => p.clip).length)
          .toBe(1);
        await d.stroke(line(35, 165, 60, 160, 5), pointer);
        await expect
          .poll(async () => Boolean((await lying(desk, pageId, 'placement')).find((p) => p.clip)!.mesh))
          .toBe(true);

        // Sheets: order, group, multiply, hide, and what a hidden one says.
        await page.getByTestId('sheets').click();
        await control(page, 'Sheet Ink').click();
        await expect(control(page, 'Sheet Ink')).toHaveAttribute('aria-pressed', 'true');
        await control(page, 'Multiply').click();
        await control(page, 'Move the sheet lower').click();
        await control(page, 'Name').click();
        await page.getByLabel('Name of the sheet').fill('First lines');
        await control(page, 'Keep').click();
        await control(page, 'Group').click();
        await page.getByLabel('Group, or nothing').fill('Rough');
        await control(page, 'Keep').click();
        const opacity = page.getByRole('slider', { name: 'Opacity' });
        await opacity.focus();
        await opacity.press('ArrowLeft');
        await control(page, 'New sheet for tone').click();
        await expect
          .poll(async () =>
            (await lying(desk, pageId, 'sheet')).map(
              (s) => `${s.name}${s.multiply ? ' ×' : ''}${s.group ? ` in ${s.group}` : ''} ${s.opacity}`,
            ),
          )
          .toEqual([
            'Picture 0.4',
            'Pieces 1',
            'Guides 1',
            'First lines × in Rough 0.95',
            'Tone × 1',
            'Forms 1',
            'Cut out 1',
          ]);
        await control(page, 'Sheet First lines').click();
        await control(page, 'Hide').click();
        await page.getByTestId('sheets').click();
        await takeHand(page, 'Draw');
        await d.stroke(line(100, 40, 120, 60), pointer);
        await expect(page.getByRole('alert')).toContainText('The sheet “First lines” is hidden.');
        await control(page, 'Show it and go on').click();
        await expect(page.getByRole('alert')).toHaveCount(0);
        await d.stroke(line(100, 40, 120, 60), pointer);
        await expect.poll(async () => (await lying(desk, pageId, 'stroke')).length).toBe(2);
        // Everything is there after a reload, and undo goes on from where it was.
        const count = (await stored(desk, pageId)).length;
        await page.reload();
        await saved(page);
        await page.getByTestId('undo').click();
        await expect.poll(async () => (await lying(desk, pageId, 'stroke')).length).toBe(1);
        expect((await stored(desk, pageId)).length).toBe(count + 1);
        expect(strange).toEqual([]);
      },
    );

    test('looks, view, paper, versions, taking out', benchAt('wide', name), async ({ page }) => {
      const strange = watch(page, desk.address);
      const pageId = await openTrace(page, desk, name === 'phone' ? 4 : 5);
      let d = await drawing(page);
      await d.stroke(arc(74, 80, 20, 30), pointer);
      const filter = () =>
        page.evaluate(() => getComputedStyle(document.querySelector('[data-testid="page"] > div')!).filter);
      for (const [second, shows] of [
        ['grey', /grey/],
        ['squint', /blur.*grey.*values/],
      ] as const) {
        await look(page, second);
        await expect.poll(filter).toMatch(shows);
        await d.stroke(line(30, 150, 60, 150 + second.length), pointer);
        await look(page, 'as it is');
        await expect.poll(filter).toBe('none');
      }
      // Silhouette and gaps lie over the page; what is drawn goes on under them.
      const dark = () =>
        page.evaluate(() => {
          const veil = [...document.querySelectorAll<HTMLCanvasElement>('[data-testid="page"] canvas')].find(
            (canvas) => canvas.height === 420,
          );
          const data = veil?.getContext('2d')?.getImageData(0, 0, veil.width, veil.height).data;
          return data ? data.filter((v, i) => i % 4 === 0 && v < 100).length / (data.length / 4) : 0;
        });
      await look(page, 'silhouette');
      // The oval is filled: π · 20 · 30 mm² of the page's 148 · 210.
      await expect.poll(dark).toBeGreaterThan(0.9 * ((Math.PI * 20 * 30) / (148 * 210)));
      await d.stroke(arc(100, 170, 20, 20), pointer);
      await expect.poll(dark).toBeGreaterThan(0.9 * ((Math.PI * (600 + 400)) / (148 * 210)));
      await look(page, 'gaps');
      await expect.poll(dark).toBeGreaterThan(0.01);
      await look(page, 'as it is');
      await look(page, 'small');
      await expect(page.getByTestId('small-look').locator('img')).toBeVisible();
      await look(page, 'as it is');
      await look(page, 'mirrored');
      await expect(page.getByTestId('view-sign')).toHaveText('mirrored');
      // Drawn at the right in the mirrored view is at the left of the page.
      await d.stroke(line(130, 100, 135, 120), pointer);
      await expect
        .poll(async () => {
          const last = (await lying(desk, pageId, 'stroke')).at(-1)!;
          return Math.round(strokePoints(last)[0]!.x);
        })
        .toBe(18);
      await page.getByTestId('view-sign').click();
      await expect(page.getByTestId('view-sign')).toBeHidden();
      for (const part of ['picture', 'construction', 'drawing']) {
        await page.getByTestId('looks').click();
        await control(page, `hide ${part}`).click();
        await expect(control(page, `hide ${part}`)).toBeChecked();
        await control(page, `hide ${part}`).click();
        await page.keyboard.press('Escape');
      }
      await page.getByTestId('looks').click();
      await control(page, 'Overall view').click();
      await expect(page.getByTestId('overall')).toBeVisible();
      await page.getByTestId('looks').click();
      await control(page, 'Page only').click();
      await expect(page.getByTestId('hand')).toBeHidden();
      const whole = (await page.getByTestId('page').boundingBox())!;
      expect(whole.height / viewport.height).toBeGreaterThan(0.99);
      await page.getByTestId('tray-back').click();

      await page.getByTestId('looks').click();
      await control(page, 'Versions').click();
      await page.getByLabel('Version 1').fill('before growing');
      await control(page, 'Keep this version').click();
      await control(page, '‹ Back').click();
      await control(page, 'Paper').click();
      await control(page, 'left: more paper at the left').click();
      await control(page, 'turn landscape').click();
      await page.getByRole('radio', { name: 'grey paper', exact: true }).click();
      await control(page, '+ one across').click();
      // Of two touches that are quicker than the screen both count.
      const down = (): Promise<unknown> =>
        lying(desk, pageId, 'page').then(([paper]) => paper?.cells?.rows ?? 1);
      for (const [act, rows] of [
        ['+ one down', 3],
        ['− one down', 1],
      ] as const) {
        await control(page, act).evaluate((button: HTMLElement) =>
          [button, button].forEach((b) => b.click()),
        );
        await expect.poll(down).toBe(rows);
      }
      await page.getByLabel('Width, mm').fill('5');
      await control(page, 'Set').click();
      await expect(page.getByText('Paper is between 10 and 2000 mm a side.')).toBeVisible();
      await expect
        .poll(async () => (await lying(desk, pageId, 'page'))[0])
        .toMatchObject({
          x: -20,
          width: 210,
          height: 168,
          colour: '#D4D2CC',
          cells: { columns: 2, rows: 1 },
        });
      expect(
        await page.evaluate(
          () =>
            document.querySelector<HTMLElement>('[data-testid="page"] > div > div > div')!.style
              .backgroundSize,
        ),
      ).toBe('50% 100%');
      await control(page, '‹ Back').click();
      await control(page, 'Save as a file').click();
      await expect(page.getByTestId('pixels')).toContainText('2480 × 1984 pixels for 210 × 168 mm');
      await control(page, 'the picture').click();
      await expect(page.getByTestId('enlarged')).toContainText('enlarged beyond its own pixels');
      await control(page, '‹ Back').click();
      await control(page, 'Versions').click();
      await control(page, 'Side by side').click();
      const pictures = page.getByTestId('compared').locator('img');
      await expect(pictures).toHaveCount(2);
      const shapes = await pictures.evaluateAll((all) =>
        all.map((img) => decodeURIComponent((img as HTMLImageElement).src).match(/viewBox="([^"]*)"/)![1]),
      );
      expect(shapes).toEqual(['0 0 148 210', '-20 0 210 168']);
      await control(page, 'Close').click();
      d = await drawing(page, { x: -20, width: 210, height: 168 });
      await d.stroke(line(-10, 20, 0, 30), pointer);
      await expect
        .poll(async () => Math.round(strokePoints((await lying(desk, pageId, 'stroke')).at(-1)!)[0]!.x))
        .toBe(-10);
      expect(strange).toEqual([]);
    });
  });
}

test.describe('a palm', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('resting on tray and page before, during and after a pen stroke, it does nothing', async ({
    page,
  }) => {
    const pageId = await openTrace(page, desk, 6);
    const { fingers, onScreen } = await drawing(page);
    const on = await onScreen();
    const undo = (await page.getByTestId('undo').boundingBox())!;
    const tray = { x: undo.x + undo.width / 2, y: undo.y + undo.height / 2 };
    const pen = (y: number) =>
      fingers.stroke(
        line(40, y, 80, y + 5).map((p) => on(p.x, p.y)),
        'pen',
        4,
      );
    // Before: it lies down first, on the tray and on the page, and is lifted after the pen.
    await fingers.down(tray, 'touch');
    await pen(40);
    await fingers.up(tray, 'touch');
    await fingers.down(on(120, 180), 'touch');
    await fingers.move(on(122, 182), 'touch');
    await pen(60);
    await fingers.up(on(122, 182), 'touch');
    // During and just after.
    await fingers.down(on(40, 80), 'pen');
    await fingers.move(on(50, 82), 'pen', 0.5);
    await fingers.tap(tray, 'touch');
    await fingers.tap(on(120, 190), 'touch');
    await fingers.move(on(70, 84), 'pen', 0.5);
    await fingers.up(on(70, 84), 'pen');
    await fingers.tap(tray, 'touch');
    await fingers.tap(on(120, 190), 'touch');
    await saved(page);
    await expect.poll(async () => (await lying(desk, pageId, 'stroke')).length).toBe(3);
    const operations = await stored(desk, pageId);
    expect(operations.filter(({ kind }) => kind === 'revert')).toHaveLength(0);
    // Half a second later the tray answers again: one tap takes one stroke back, however late it is kept.
    const stood = (): Promise<number> => lying(desk, pageId, 'stroke').then(({ length }) => length);
    const still = await page.evaluate(() => performance.now());
    await page.waitForFunction((since) => performance.now() > since + 700, still);
    await fingers.tap(tray, 'touch');
    await expect.poll(stood).toBe(2);
  });
});

test.describe('the way out', () => {
  test.use({ viewport: { width: 1280, height: 800 } });

  test('the SVG agrees with the screen, thin light lines and rubbed out places included, and leaves guides away', async ({
    page,
  }) => {
    const pageId = await openTrace(page, desk, 7);
    const d = await drawing(page);
    await look(page, 'Hide picture');
    await d.stroke(arc(70, 80, 30, 40), 'pen');
    await control(page, 'pen').click();
    await page.getByTestId('line').click();
    const size = page.getByRole('slider', { name: 'Size' });
    await size.focus();
    for (let i = 0; i < 9; i += 1) await size.press('ArrowLeft');
    await page.getByRole('radio', { name: 'grey', exact: true }).click();
    await control(page, 'Done').click();
    for (let i = 0; i < 6; i += 1) await d.stroke(line(20, 130 + 6 * i, 110, 126 + 7 * i), 'pen');
    await control(page, 'shade').click();
    await d.stroke(arc(60, 60, 20, 20, 0, 3), 'pen');
    await control(page, 'rubber').click();
    await page.getByTestId('line').click();
    await control(page, 'by area').click();
    await control(page, 'Done').click();
    await d.stroke(line(60, 20, 80, 160), 'pen');
    await takeHand(page, 'Guides');
    await control(page, 'level').click();
    await d.tap(20, 190, 'mouse');
    await takeHand(page, 'Words');
    await control(page, 'arrow').click();
    await d.stroke(line(100, 150, 120, 170), 'mouse');
    await saved(page);
    await expect.poll(async () => (await lying(desk, pageId, 'note')).length).toBe(1);
    const on = await d.onScreen();
    const ends = [on(10, 12), on(120, 180)] as const;
    const clip = {
      x: Math.round(ends[0].x),
      y: Math.round(ends[0].y),
      width: Math.round(ends[1].x - ends[0].x),
      height: Math.round(ends[1].y - ends[0].y),
    };
    const shot = await sharp(await page.screenshot({ clip }))
      .removeAlpha()
      .raw()
      .toBuffer();
    const svg = await (await fetch(`${desk.address}/api/pages/${pageId}/page.svg`)).text();
    expect(svg).not.toContain('<line');
    // Rendered by librsvg at the scale of the screen, and cut to the same place.
    const scale = on(1, 0).x - on(0, 0).x;
    const offset = on(0, 0);
    const rendered = await sharp(Buffer.from(svg), { density: 25.4 * scale })
      .resize(Math.round(148 * scale), Math.round(210 * scale), { fit: 'fill' })
      .removeAlpha()
      .toColourspace('srgb')
      .png()
      .toBuffer();
    const left = Math.round(clip.x - offset.x);
    const top = Math.round(clip.y - offset.y);
    const out = await sharp(rendered)
      .extract({ left, top, width: clip.width, height: clip.height })
      .raw()
      .toBuffer();
    const inkOf = (pixels: Buffer): Uint8Array =>
      Uint8Array.from({ length: clip.width * clip.height }, (_, i) =>
        251 + 248 + 241 - pixels[3 * i]! - pixels[3 * i + 1]! - pixels[3 * i + 2]! > 90 ? 1 : 0,
      );
    const [screen, file] = [inkOf(shot), inkOf(out)];
    const near = (mask: Uint8Array, i: number): boolean =>
      [-1, 0, 1].some((dy) => [-1, 0, 1].some((dx) => mask[i + dy * clip.width + dx]));
    const share = (a: Uint8Array, b: Uint8Array): number =>
      a.reduce((sum, bit, i) => sum + (bit && near(b, i) ? 1 : 0), 0) / a.reduce((sum, bit) => sum + bit, 0);
    const [precision, recall] = [share(screen, file), share(file, screen)];
    expect(screen.reduce((sum, bit) => sum + bit, 0)).toBeGreaterThan(2000);
    expect((2 * precision * recall) / (precision + recall)).toBeGreaterThanOrEqual(0.98);
    const png = await sharp(
      Buffer.from(await (await fetch(`${desk.address}/api/pages/${pageId}/page.png?dpi=150`)).arrayBuffer()),
    ).metadata();
    expect([png.density, png.width]).toEqual([150, Math.round((148 / 25.4) * 150)]);
  });
});
