import { randomBytes } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { idOf, type Id, type Landmark } from '@deft/core/page';
import { UNTOUCHED } from '@deft/core/reference';
import type { Listed, NoticedRule, Reference, ReferenceBrief } from '@deft/contract';
import { trouble } from './access-rules.ts';
import { openDesk, type Desk } from './desk.ts';
import { lay } from './drawn.ts';
import { placesOnPage } from './figure-lines.ts';
import { control, Fingers, type At } from './hands.ts';
import { benchAt, askDesk, beginAttempt, kindOf, look, onStage, SIZES, toPass, watch } from './trace.ts';

/** Looking before drawing, inside a study: relations between places, and what comes of them. */

let desk: Desk;
let close: () => Promise<void>;
test.beforeAll(async () => {
  ({ desk, close } = await openDesk());
});
test.afterAll(async () => close());

/** Sets landmarks on a drawing's page, which nothing was done with yet. */
const layLandmarks = (page: Id, places: ReadonlyMap<string, At>): Promise<void> =>
  lay(desk, page, ({ forms = '' }) =>
    [...places].map(([landmark, place]): Landmark => ({
      type: 'landmark',
      id: idOf(randomBytes(16)),
      sheet: forms,
      name: landmark,
      state: 'set',
      at: place,
      spread: 0.5,
    })),
  );

/** Keeps a picture turned over left to right. */
async function turnOver(page: Page, title: string): Promise<void> {
  const path = `/references?q=${encodeURIComponent(title)}`;
  const { items } = await askDesk<Listed<ReferenceBrief>>(page, desk, 'get', path);
  const { id } = items.find((item) => item.title === title)!;
  await askDesk(page, desk, 'post', `/references/${id}/preparations`, { ...UNTOUCHED, flip: true });
}

/** How far below the knee the chin is drawn, millimetres. */
const LOWER = 14;
/** How far each of two places is moved, millimetres: less than is worth a word of either. */
const APART = 2.2;

for (const { name, viewport, pointer, hasTouch } of SIZES)
  test.describe(name, () => {
    test.use({ viewport, hasTouch });

    test('a relation is noticed by touches, said to hold or not elsewhere, reminded of, and told of a drawing', async ({
      page,
    }) => {
      const strange = watch(page, desk.address);
      // On the phone the picture is one that was turned over: left and right are the sitter's all the same.
      if (name === 'phone') await turnOver(page, 'Woman waiting');
      const words = `Every chin stands over its knee on the ${name}`;
      const { reference, study } = await beginAttempt(
        page,
        desk,
        name === 'phone' ? 'Woman waiting' : 'Porter sweeping',
      );
      const at = (of: string) => reference.truth!.landmarks.find((l) => l.name === of)!.at;
      const touchPlace = async (x: number, y: number): Promise<void> => {
        const fingers = await Fingers.of(page);
        await fingers.tap(
          await onStage(page, reference, x / reference.width, y / reference.height),
          hasTouch ? 'touch' : pointer,
        );
      };
      const touchLandmark = async (of: string): Promise<void> => touchPlace(at(of).x, at(of).y);
      const rules = (): Promise<NoticedRule[]> =>
        askDesk<NoticedRule[]>(page, desk, 'get', `/references/${reference.id}/rules`);

      await toPass(page, 'Observe');
      await control(page, 'Relations').click();
      await look(page, 'relations');
      await control(page, 'One above another').click();
      await expect(page.getByTestId('rule-asks')).toHaveText('Touch the one that lies above.');
      await touchLandmark('chin');
      await expect(page.getByTestId('rule-asks')).toHaveText('Touch what the chin lies above.');
      await look(page, 'relation-touched');
      await touchLandmark('left knee');
      await expect(page.getByTestId('rule')).toHaveText('The chin lies above the left knee.');
      await expect(page.getByTestId('rule-held').first()).toContainText('Here it holds. It holds in ');
      await page.getByTestId('rule-words').fill(`${words}.`);
      await control(page, 'Keep').click();
      await expect(page.getByTestId('rule')).toHaveText(`${words}.`);
      await look(page, 'relation-made');
      expect(await trouble(page)).toEqual([]);
      const [held] = await rules();
      expect(held!.pictures.length).toBeGreaterThan(5);

      // A place that is no landmark becomes one; then it is that which is touched.
      await control(page, 'Begins where another ends').click();
      await touchLandmark('crown');
      await touchLandmark('left ankle');
      await touchPlace(0.06 * reference.width, 0.94 * reference.height);
      await expect(page.getByTestId('rule-asks')).toHaveText('What lies here?');
      await look(page, 'relation-naming');
      await page.getByTestId('just-a-spot').click();
      await expect(page.getByTestId('rule').nth(1)).toHaveText(
        'The spot 1 begins where the line from the crown to the left ankle ends.',
      );
      await control(
        page,
        'Remove: The spot 1 begins where the line from the crown to the left ankle ends',
      ).click();
      await expect(page.getByTestId('rule')).toHaveCount(1);

      // At a study of another picture of the set it is reminded of.
      const sister = held!.pictures.find(({ reference: id }) => id !== reference.id)!.reference;
      const other = await askDesk<{ id: string }>(page, desk, 'post', '/studies', { reference: sister });
      await page.goto(`${desk.address}/studies/${other.id}`);
      await toPass(page, 'Observe');
      await expect(page.getByText(`${words}.`)).toBeVisible();
      await look(page, 'relation-reminded');

      // In the drawing the chin hangs below the knee.
      const places = new Map(placesOnPage(reference, null));
      const knee = places.get('left knee')!;
      places.set('chin', { x: places.get('chin')!.x, y: knee.y + LOWER });
      const own = study.attempts.at(-1)!.page;
      await layLandmarks(own, places);
      await page.goto(`${desk.address}/studies/${study.id}`);
      await toPass(page, 'Check');
      await expect(page.getByTestId('todo')).toBeVisible({ timeout: 20_000 });
      await kindOf(page, 'noticed').click();
      await expect(page.getByTestId('noticed-kind')).toContainText(words);
      await look(page, 'relation-told');
      expect(await trouble(page)).toEqual([]);
      expect(strange).toEqual([]);
    });

    test(
      'a relation that is off by itself is pinned in the check, with what would put it right',
      benchAt('phone', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        // Not one that the phone has turned over.
        const { reference, study } = await beginAttempt(page, desk, 'Porter sweeping');
        const on = ['left knee', 'right knee'] as const;
        const id = idOf(randomBytes(16));
        const mark = { kind: 'rule', id, rule: 'level', on, text: '' };
        const marks = `/references/${reference.id}/marks`;
        await askDesk(page, desk, 'post', marks, { put: [mark], remove: [] });
        const places = new Map(placesOnPage(reference, null));
        // Each a little, so that neither is off by itself.
        on.forEach((landmark, i) => {
          const { x, y } = places.get(landmark)!;
          places.set(landmark, { x, y: y + (i === 0 ? -APART : APART) });
        });
        await layLandmarks(study.attempts.at(-1)!.page, places);
        await page.goto(`${desk.address}/studies/${study.id}`);
        await toPass(page, 'Check');
        await expect(page.getByTestId('todo')).toContainText('Lift the right knee', { timeout: 20_000 });
        await kindOf(page, 'noticed').click();
        await expect(page.locator('[data-mark="rule"]').first()).toBeAttached();
        const said = page.getByTestId('noticed-kind').getByTestId('said-place').first();
        await expect(said).toContainText('too low beside the left knee');
        await said.click();
        await expect(page.locator('[data-mark="rule"]')).toHaveCount(1);
        await expect(said).toContainText('Lift the right knee, until it is level with the left knee.');
        expect(await trouble(page)).toEqual([]);
        await look(page, 'relation-off');
        // The other size finds the desk as this one did: a relation is reminded of on every picture of its
        // set.
        await askDesk(page, desk, 'post', marks, { put: [], remove: [id] });
        expect(strange).toEqual([]);
      },
    );

    test(
      'a detail is sought in the picture service and attached from within a study, and shows while one traces',
      benchAt('wide', name),
      async ({ page }) => {
        const strange = watch(page, desk.address);
        const { reference } = await beginAttempt(
          page,
          desk,
          name === 'phone' ? 'Man waving' : 'Tying a lace',
        );
        await toPass(page, 'Observe');
        await control(page, 'Details').click();
        await control(page, 'Attach a picture to a region').click();
        const fingers = await Fingers.of(page);
        const corners = await Promise.all(
          [0.4, 0.5, 0.6].map((share) => onStage(page, reference, share, share - 0.2)),
        );
        await fingers.stroke(corners, hasTouch ? 'touch' : pointer);
        await page.getByTestId('detail-search').fill('portrait');
        await expect(page.getByTestId('offered-detail').first()).toBeVisible();
        await look(page, 'detail-search');
        await page.getByTestId('offered-detail').first().click();
        const details = async () =>
          (await askDesk<Reference>(page, desk, 'get', `/references/${reference.id}`)).marks.filter(
            ({ kind }) => kind === 'detail',
          );
        await expect.poll(async () => (await details()).length).toBe(1);
        await expect(control(page, 'Remove')).toBeVisible();
        expect(await trouble(page)).toEqual([]);
        await toPass(page, 'Trace');
        await expect(page.getByTestId('details-behind')).toBeAttached();
        await expect(page.getByRole('img', { name: /^Detail 1: / })).toBeVisible();
        await look(page, 'detail-traced');
        expect(strange).toEqual([]);
      },
    );
  });
