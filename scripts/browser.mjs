import { existsSync } from 'node:fs';
import { chromium } from '@playwright/test';

/** Debian's chromium, with what it needs to stay quiet on a machine without a network. */
export const CHROMIUM =
  process.env.DEFT_CHROMIUM ??
  ['/usr/bin/chromium', '/usr/bin/chromium-browser'].find(existsSync) ??
  '/usr/bin/chromium';

export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--enable-unsafe-swiftshader',
];

export const launchBrowser = () => chromium.launch({ executablePath: CHROMIUM, args: CHROMIUM_ARGS });
