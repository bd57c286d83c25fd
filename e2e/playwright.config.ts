import { defineConfig } from '@playwright/test';

const { env } = process;

/** Real browser, real server, real database: each file starts a desk of its own. */
export default defineConfig({
  testDir: '.',
  // The longest first, so that both workers end at about the same time.
  projects: [
    { name: 'long', testMatch: ['soak.spec.ts', 'session-kills.spec.ts'] },
    { name: 'short', testMatch: '*.spec.ts', testIgnore: ['soak.spec.ts', 'session-kills.spec.ts'] },
  ],
  // Long journeys are gone through at one size here, and at the other in the bench.
  ...(env['DEFT_JOURNEYS'] === 'all' ? {} : { grepInvert: /@bench/ }),
  globalSetup: './lay-desk.ts',
  workers: 2,
  timeout: 120_000,
  expect: { timeout: 15_000 },
  reporter: 'list',
  outputDir: '../test-results',
  use: {
    launchOptions: {
      executablePath: process.env['DEFT_CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    trace: 'off',
    screenshot: 'only-on-failure',
  },
});
