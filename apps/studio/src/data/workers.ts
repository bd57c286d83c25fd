import { wrap, type Remote } from 'comlink';
import type { CheckWork } from '../workers/check.worker';
import type { LightsWork } from '../workers/lights.worker';
import type { LooksWork } from '../workers/looks.worker';
import type { PersonWork } from '../workers/person.worker';
import type { PrepareWork } from '../workers/prepare.worker';
import type { ToneWork } from '../workers/tone.worker';

let check: Remote<CheckWork> | null = null;
let lights: Remote<LightsWork> | null = null;
let looks: Remote<LooksWork> | null = null;
let person: Remote<PersonWork> | null = null;
let prepare: Remote<PrepareWork> | null = null;
let tone: Remote<ToneWork> | null = null;

/** The check, in its own worker. */
export function checkWorker(): Remote<CheckWork> {
  check ??= wrap<CheckWork>(new Worker(new URL('../workers/check.worker.ts', import.meta.url)));
  return check;
}

/** What lights up while something is moved, in its own worker. */
export function lightsWorker(): Remote<LightsWork> {
  lights ??= wrap<LightsWork>(new Worker(new URL('../workers/lights.worker.ts', import.meta.url)));
  return lights;
}

/** What second looks compute, in its own worker. */
export function looksWorker(): Remote<LooksWork> {
  looks ??= wrap<LooksWork>(new Worker(new URL('../workers/looks.worker.ts', import.meta.url)));
  return looks;
}

/** What reads people in pictures, in its own worker; it is fetched when it is first asked for. */
export function personWorker(): Remote<PersonWork> {
  person ??= wrap<PersonWork>(new Worker(new URL('../workers/person.worker.ts', import.meta.url)));
  return person;
}

/** What preparing a picture shows before it is kept, in its own worker. */
export function prepareWorker(): Remote<PrepareWork> {
  prepare ??= wrap<PrepareWork>(new Worker(new URL('../workers/prepare.worker.ts', import.meta.url)));
  return prepare;
}

/** What of forms a light leaves light, middle and dark, in its own worker. */
export function toneWorker(): Remote<ToneWork> {
  tone ??= wrap<ToneWork>(new Worker(new URL('../workers/tone.worker.ts', import.meta.url)));
  return tone;
}
