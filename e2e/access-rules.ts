import { AxeBuilder } from '@axe-core/playwright';
import type { Page } from '@playwright/test';

/** Every rule of WCAG 2.0 to 2.2, A and AA, and that the spoken name of a control holds its visible words. */
const RULES = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What is wrong with what is on the screen, a line a rule. */
export async function trouble(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    // What keeps to a rule is not written down: it would take as long as the rest.
    .options({
      resultTypes: ['violations'],
      runOnly: [...RULES],
      rules: { 'label-content-name-mismatch': { enabled: true } },
    })
    .analyze();
  return violations.flatMap(({ id, nodes }) => nodes.map(({ target, html }) => `${id}: ${target} ${html}`));
}
