import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';
import express from 'express';
import type { Browser, Page } from '@playwright/test';
import { gaussian, seeded } from '@deft/core/random';
import { proposedPerson, type PersonReading, type ProposedPerson } from '@deft/core/person';
import { personNets } from '../apps/server/src/http/person-nets.ts';
import type { Build, FigurePose } from '../packages/scenes/src/figure.ts';
import { POSES } from '../packages/scenes/src/poses.ts';
import type { Scene } from '../packages/scenes/src/scenes.ts';
import { STAFF } from '../packages/scenes/src/staff.ts';

/** What a made picture of a person knows of itself, pixels. */
export interface MadeTruth {
  readonly landmarks: readonly { name: string; at: { x: number; y: number }; hidden: boolean }[];
  readonly height: number;
}

const root = fileURLToPath(new URL('..', import.meta.url));
const CLOTHES = ['#6d3f38', '#3f5a6d', '#87784f', '#4c5a43', '#b8b2a4', '#2f3540', '#a86a4a'];
const WALLS = ['#d9d4c8', '#aeb9bd', '#6f7d74', '#c9b99a', '#49525a'];

/** A person in any pose, dressed, from any side, on a plain or a busy ground: one of ours, turned about. */
export function personScene(seed: number): Scene {
  const random = seeded(seed);
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)] as T;
  const base = pick(Object.values(POSES)) as FigurePose;
  const bend = (v: readonly [number, number, number], by: number): [number, number, number] => [
    v[0] + by * gaussian(random),
    v[1] + by * gaussian(random),
    v[2] + by * gaussian(random),
  ];
  const limbs = (l: FigurePose['left']): FigurePose['left'] => ({
    upperArm: bend(l.upperArm, 0.28),
    forearm: bend(l.forearm, 0.28),
    thigh: bend(l.thigh, 0.12),
    shin: bend(l.shin, 0.1),
    foot: l.foot,
  });
  const pose: FigurePose = {
    ...base,
    chest: bend(base.chest, 0.05),
    head: bend(base.head, 0.06),
    left: limbs(base.left),
    right: limbs(base.right),
  };
  const staff = pick(Object.values(STAFF));
  const worn: Build = {
    stout: 0.9 + 0.3 * random(),
    shoulders: 0.94 + 0.12 * random(),
    hips: 0.94 + 0.14 * random(),
    colour: pick(CLOTHES),
    face: staff,
    feet: true,
    ...(random() < 0.7 ? { trousers: pick(CLOTHES) } : {}),
  };
  return {
    key: `person ${seed}`,
    title: '',
    set: '',
    subject: 'figure',
    view: 'front',
    tags: [],
    thing: { kind: 'figure', pose, build: worn },
    size: random() < 0.6 ? [480, 640] : [640, 480],
    camera: { yaw: 360 * random() - 180, pitch: -4 + 26 * random(), fov: 26 + 24 * random() },
    light: [random() < 0.5 ? -45 : 45, 25 + 35 * random()],
    ground: pick(WALLS),
    wall: pick(WALLS),
    ...(random() < 0.5 ? { clutter: seed } : {}),
  };
}

interface RawReading extends Omit<PersonReading, 'mask'> {
  /** Base64 of its numbers. */
  readonly mask: string;
}

interface Read {
  readonly people: number;
  readonly plain: RawReading | null;
  readonly flipped: RawReading | null;
  readonly size: { readonly width: number; readonly height: number };
  /** Milliseconds in which it was read. */
  readonly took: number;
}

/** In the page: what the studio's worker runs, and what renders scenes. */
const IN_PAGE = `
  import { loadPersonNets } from './apps/studio/src/workers/person-nets.ts';
  import { findPeople, readTwice } from './apps/studio/src/workers/read-person.ts';
  import { choosePerson } from './packages/core/src/person/index.ts';
  import './packages/scenes/src/render.ts';
  let nets = null;
  const packed = (reading) => {
    const bytes = new Uint8Array(Float32Array.from(reading.mask).buffer);
    let text = '';
    for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
    return { ...reading, mask: btoa(text) };
  };
  window.readPicture = async (address) => {
    nets ??= await loadPersonNets(() => undefined);
    const bitmap = await createImageBitmap(await (await fetch(address)).blob());
    const size = { width: bitmap.width, height: bitmap.height };
    const picture = { bitmap, original: size };
    const began = performance.now();
    const people = await findPeople(nets, picture);
    const meant = choosePerson(people, null);
    const read = meant && (await readTwice(nets, picture, meant));
    const took = performance.now() - began;
    return {
      people: people.length,
      plain: read && packed(read.plain),
      flipped: read && packed(read.flipped),
      size,
      took,
    };
  };
`;

export interface PersonBench {
  /** A scene's picture, as a data address, with its truth. */
  render(scene: Scene): Promise<{ picture: string; truth: MadeTruth }>;
  /** What is proposed in a picture, and in how many milliseconds. */
  read(picture: string): Promise<{ person: ProposedPerson | null; people: number; took: number }>;
  close(): Promise<void>;
}

const unpacked = (reading: RawReading): PersonReading => {
  const bytes = Buffer.from(reading.mask, 'base64');
  return {
    ...reading,
    mask: new Float32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length)),
  };
};

/** A page in which scenes are rendered and read, with the nets from the server's own route. */
export async function openPersonBench(browser: Browser): Promise<PersonBench> {
  const { outputFiles } = await build({
    stdin: { contents: IN_PAGE, resolveDir: root, loader: 'ts' },
    absWorkingDir: root,
    bundle: true,
    write: false,
    format: 'iife',
    platform: 'browser',
    logLevel: 'warning',
  });
  const script = outputFiles[0]!.text;
  const app = express();
  app.use(personNets());
  app.get('/', (_request, response) => response.type('html').send('<!doctype html><title>people</title>'));
  const server: Server = createServer(app).listen(0, '127.0.0.1');
  await new Promise((listening) => server.once('listening', listening));
  const { port } = server.address() as AddressInfo;
  let page: Page | null = null;
  let rendered = 0;
  const fresh = async (): Promise<Page> => {
    await page?.close();
    page = await browser.newPage();
    await page.goto(`http://127.0.0.1:${port}/`);
    await page.addScriptTag({ content: script });
    return page;
  };
  return {
    async render(scene) {
      // A fresh page now and then: each picture leaves a graphics context behind.
      const on = page && rendered++ % 8 !== 0 ? page : await fresh();
      return on.evaluate(
        (made) =>
          (
            window as unknown as {
              renderScene: (s: unknown, q: number) => { picture: string; truth: MadeTruth };
            }
          ).renderScene(made, 0.9),
        scene as never,
      );
    },
    async read(picture) {
      const on = page ?? (await fresh());
      const read = await on.evaluate(
        (address) =>
          (window as unknown as { readPicture: (a: string) => Promise<Read> }).readPicture(address),
        picture,
      );
      const person =
        read.plain && read.flipped
          ? proposedPerson(unpacked(read.plain), unpacked(read.flipped), read.size)
          : null;
      return { person, people: read.people, took: read.took };
    },
    async close() {
      await page?.close();
      await new Promise((closed) => server.close(closed));
    },
  };
}
