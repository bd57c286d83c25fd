import { existsSync } from 'node:fs';
import { run } from './run.mjs';

const PLACES = [process.env.DEFT_CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'];
const present = () => PLACES.some((place) => place && existsSync(place));

/** Sees to it that Debian's chromium is there; says the one command to run where it may not install it. */
export async function needChromium() {
  if (present()) return;
  const how = 'apt-get update && apt-get install -y chromium';
  if (process.getuid?.() === 0) {
    console.log('Installing chromium …');
    await run('sh', ['-c', how], {
      silent: true,
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  }
  if (present()) return;
  console.error(`The browser tests need chromium. Run this once: sudo sh -c '${how}'`);
  process.exit(1);
}
