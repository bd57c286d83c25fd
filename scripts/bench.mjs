import { needChromium } from './find-chromium.mjs';
import { build, install } from './prepare.mjs';
import { run } from './run.mjs';

/**
 * Measures: `npm run bench` all parts, `npm run bench -- fit pen` those. Ratios hold on any machine; absolute
 * times do not.
 */

const PARTS = {
  fit: 'bench/fit.ts',
  forms: 'bench/forms.ts',
  recipe: 'bench/recipe.ts',
  rules: 'bench/rules.ts',
  alone: 'bench/alone.ts',
  person: 'bench/person.ts',
  ink: 'bench/ink.ts',
  things: 'bench/things.ts',
  sheet: 'bench/sheet.ts',
  check: 'bench/check.ts',
  findings: 'bench/findings.ts',
  order: 'bench/order.ts',
  body: 'bench/body.ts',
  shape: 'bench/shape.ts',
  kinds: 'bench/kinds.ts',
  changed: 'bench/form-changes.ts',
  values: 'bench/values.ts',
  changes: 'bench/changes.ts',
  pen: 'bench/pen.ts',
  exported: 'bench/screen-export.ts',
  chains: 'bench/chains.ts',
  poses: 'bench/long-pose.ts',
  page: 'bench/page.ts',
  library: 'bench/library.ts',
  practice: 'bench/practice.ts',
  busy: 'bench/busy.ts',
  soak: 'bench/soak.ts',
  paper: 'bench/paper.ts',
  sessions: 'bench/sessions.ts',
  edge: 'bench/edge.ts',
  access: 'bench/access.ts',
  journeys: 'bench/journeys.ts',
};
const asked = process.argv.slice(2).filter((part) => part in PARTS);
await install();
await build();
await needChromium();
let failed = 0;
for (const part of asked.length > 0 ? asked : Object.keys(PARTS)) {
  console.log(`\n== ${part}`);
  const { code } = await run(process.execPath, ['--import', 'tsx', PARTS[part]]);
  if (code !== 0) failed += 1;
}
process.exit(failed > 0 ? 1 : 0);
