import { randomBytes } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { guideReader, idOf, isAnchored, PageLog, type AnchoredGuide } from '@deft/core/page';
import { openDesk, type Desk } from './desk.ts';
import { control, line } from './hands.ts';
import {
  askDesk,
  beginAttempt,
  benchAt,
  drawing,
  look,
  lying,
  saved,
  SIZES,
  stored,
  takeHand,
  watch,
} from './trace.ts';

/** Construction in Build: guides that hang on what is drawn, and go along with it. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(() => close());

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test(
      'guides hang on a head and go along with it; a distance is stepped off and carried; what is near draws',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { study } = await beginAttempt(page, desk, name === 'phone' ? 'Man waving' : 'Porter sweeping');
        const own = study.attempts.at(-1)!.page;
        const touch = hasTouch ? 'touch' : pointer;
        const d = await drawing(page);
        const guides = async (): Promise<AnchoredGuide[]> =>
          (await lying(desk, own, 'guide')).filter(isAnchored);
        const made = async (kind: AnchoredGuide['kind'], count = 1): Promise<AnchoredGuide> => {
          await expect.poll(async () => (await guides()).filter((g) => g.kind === kind).length).toBe(count);
          return (await guides()).filter((g) => g.kind === kind).at(-1)!;
        };
        const marks = async (guide: AnchoredGuide) => {
          const log = new PageLog();
          for (const operation of await stored(desk, own)) log.insert(operation);
          return guideReader(log.things)
            .drawn(guide)
            .marks.map(({ at }) => [Math.round(at.x), Math.round(at.y)]);
        };
        const take = async (kind: string): Promise<void> => {
          await control(page, 'more guides').click();
          await control(page.getByTestId('guides-fan'), kind).click();
        };

        await takeHand(page, 'Guides');
        await control(page, 'more guides').click();
        await look(page, 'guides-fan');
        await control(page, 'Done').click();
        await control(page, 'ground line').click();
        await d.stroke(line(70, 185, 70, 180, 4), touch);
        await takeHand(page, 'Forms');
        await control(page, 'ellipse').click();
        await d.stroke(line(60, 20, 84, 52, 8), touch);
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBe(1);

        // The line over a turned head curves to where one pulls.
        await takeHand(page, 'Guides');
        await control(page, 'centre line').click();
        await d.stroke(line(72, 36, 78, 36.5, 6), touch);
        const centre = await made('centre');
        expect(centre.turn).toBeCloseTo(0.5, 1);
        await look(page, 'guides-centre');

        // The head, stepped off down the figure: its end is drawn to the head's lower end.
        await take('step off');
        await d.stroke(line(71, 21, 72.5, 51, 8), touch);
        const steps = await made('stepped');
        expect(steps.through.map(({ place }) => place)).toEqual(['north', 'south']);
        await control(page, 'more steps').click();
        await expect(page.getByTestId('guide-count')).toHaveText('4 steps');
        await expect.poll(async () => marks(await made('stepped'))).toHaveLength(5);
        await look(page, 'guides-stepped');

        // A distance, carried elsewhere.
        await take('carry');
        await d.stroke(line(60, 36, 84, 36, 6), touch);
        await expect(page.getByText('The distance is taken.')).toBeVisible();
        await d.stroke(line(30, 120, 30, 140, 6), touch);
        const carried = await made('carried');
        expect((await marks(carried)).at(-1)).toEqual([30, 144]);

        // The head is moved: everything that hangs on it goes along.
        const before = await marks(await made('stepped'));
        await takeHand(page, 'Forms');
        await d.stroke(line(66, 30, 66, 30.2, 2), touch);
        await d.stroke(line(72, 36, 90, 36, 8), touch);
        await expect.poll(async () => (await lying(desk, own, 'form'))[0]!.transform[4]).toBeCloseTo(90, 0);
        const shift = (await lying(desk, own, 'form'))[0]!.transform[4] - 72;
        expect((await marks(await made('stepped'))).map(([x]) => x)).toEqual(
          before.map(([x]) => Math.round(x! + shift)),
        );
        await look(page, 'guides-moved');

        // What hangs on it stays where it lies when the head is removed.
        await control(page, 'remove').click();
        await expect.poll(async () => (await lying(desk, own, 'form')).length).toBe(0);
        expect((await made('stepped')).through.every(({ on }) => on === undefined)).toBe(true);
        await page.getByTestId('undo').click();
        await expect.poll(async () => (await made('stepped')).through[0]!.on).toBeDefined();

        // Without snapping nothing is drawn anywhere; what is taken up is removed.
        await takeHand(page, 'Guides');
        await control(page, 'snap', false).click();
        await take('divide');
        await d.stroke(line(20, 60, 20.5, 100, 6), touch);
        const halved = await made('divided');
        expect(halved.through.every(({ on }) => on === undefined)).toBe(true);
        await control(page, 'remove').click();
        await expect.poll(async () => (await guides()).some((g) => g.kind === 'divided')).toBe(false);
        await control(page, 'snap', false).click();

        // All construction goes in one touch, and none of it is in a drawing that is taken out.
        await saved(page);
        const svg = await (await page.request.get(`${desk.address}/api/pages/${own}/svg`)).text();
        expect(svg).not.toContain('stroke-dasharray');
        expect(strange).toEqual([]);
      },
    );

    test(
      'sights: taken on the picture, then in the drawing; how much comes when asked, and beside the picture’s',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { reference, study } = await beginAttempt(
          page,
          desk,
          name === 'phone' ? 'Woman waiting' : 'Late for the train',
        );
        const own = study.attempts.at(-1)!.page;
        const touch = hasTouch ? 'touch' : pointer;
        const { width, height } = reference.original;
        const at = (x: number, y: number) => ({ x: x * width, y: y * height });
        const length = {
          ...{ kind: 'sight', id: idOf(randomBytes(16)), guess: null },
          ...{ unit: [at(0.5, 0.1), at(0.5, 0.2)], span: [at(0.5, 0.2), at(0.5, 0.5)] },
        };
        await askDesk(page, desk, 'post', `/references/${reference.id}/marks`, { put: [length], remove: [] });
        await page.reload();
        await saved(page);
        const d = await drawing(page);
        await page.getByTestId('looks').click();
        await control(page, 'Sights').click();
        await look(page, 'sights-panel');
        await control(page, 'Take it in the drawing: Length 1').click();
        await d.stroke(line(60, 30, 60, 50, 6), touch);
        await expect(page.getByText('The unit is taken.')).toBeVisible();
        await d.stroke(line(60, 60, 60, 110, 6), touch);
        await expect
          .poll(async () => (await lying(desk, own, 'guide')).map((g) => ('sight' in g ? g.sight : null)))
          .toEqual([length.id]);
        // One judges by eye first.
        await expect(page.getByTestId('sight-said')).toHaveCount(0);
        await page.getByTestId('how-much').click();
        await expect(page.getByTestId('sight-said')).toHaveText('2.50 units here');
        await page.getByTestId('picture-much').click();
        await expect(page.getByTestId('sight-said')).toHaveText(
          '2.50 units here, 3.00 units in the picture: 17 % too short.',
        );
        await look(page, 'sight-said');
        expect(strange).toEqual([]);
      },
    );
  });
