import { readFileSync } from 'node:fs';
import sharp from 'sharp';
import type { InkReference } from '@deft/core/ink';
import {
  compose,
  rotation,
  scaling,
  transformPoint,
  translation,
  type Affine,
  type Point,
} from '@deft/core/geometry';
import { pictureLines } from '@deft/core/paper';
import { gaussian, seeded } from '@deft/core/random';
import { SUBJECTS, type SubjectKey } from '@deft/core/subjects';
import { renderedForms } from './thing-forms.ts';

/** Made drawings of what is no figure: the demo's heads, animals, boxes, buildings and other things. */

interface Picture {
  readonly file: string;
  readonly subject: SubjectKey;
  readonly truth: {
    readonly landmarks: readonly { name: string; at: Point; hidden: boolean }[];
    readonly height: number;
  };
}

const { pictures } = JSON.parse(readFileSync(new URL('../demo/sets.json', import.meta.url), 'utf8')) as {
  pictures: Picture[];
};
export const things = pictures.filter(({ subject }) => subject !== 'figure');

/** The side at which the studio looks at a picture. */
const STUDIO_SIDE = 420;
const inDemo = (file: string): string => new URL(`../demo/${file}`, import.meta.url).pathname;

/** The lines seen in an image of a picture, in the picture's own pixels. */
async function linesIn(file: string, image: string | Buffer) {
  const { width: whole = 1 } = await sharp(inDemo(file)).metadata();
  const { data, info } = await sharp(image)
    .resize(STUDIO_SIDE, STUDIO_SIDE, { fit: 'inside' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const by = whole / info.width;
  return pictureLines(new Uint8ClampedArray(data), info.width, info.height).map(({ points, weight }) => ({
    points: points.map(({ x, y }) => ({ x: x * by, y: y * by })),
    weight,
  }));
}

const references = new Map<string, Promise<InkReference>>();
/** A picture as the check holds it against a drawing. */
export function referenceOf({ file, subject, truth }: Picture): Promise<InkReference> {
  const known = references.get(file);
  if (known) return known;
  const made = linesIn(file, inDemo(file)).then((lines): InkReference => ({
    landmarks: truth.landmarks,
    height: truth.height,
    lines,
    sticks: SUBJECTS[subject].sticks,
  }));
  references.set(file, made);
  return made;
}

const keyOf = (file: string): string => file.replace('.webp', '');
/** The lines of each thing's forms, which are drawn: an edge of the thing each, however it is lit. */
const forms = renderedForms(
  things.map(({ file }) => keyOf(file)),
  STUDIO_SIDE,
);
async function formLines(file: string) {
  const image = (await forms).get(keyOf(file));
  if (!image) throw new Error(`${file} has no forms.`);
  return linesIn(file, image);
}

export interface ThingCase {
  readonly subject: SubjectKey;
  readonly file: string;
  readonly reference: InkReference;
  readonly lines: Point[][];
  /** Where the landmarks truly lie in the drawing, millimetres. */
  readonly truth: ReadonlyMap<string, Point>;
  /** The thing's height on the page, millimetres. */
  readonly height: number;
}

/**
 * A drawing of a picture by its outline and some of its inner edges, as an unsteady hand follows them: those
 * of its forms, which are not what the check sees in the lit picture; in pieces, some left out, moved, turned
 * and enlarged.
 * @param drawn the picture that is drawn: another one than is looked for in a trap
 */
export async function thingCase(seed: number, of: Picture, drawn: Picture = of): Promise<ThingCase> {
  const random = seeded(seed);
  const seen = await formLines(drawn.file);
  const { height } = drawn.truth;
  const mm = 60 + 90 * random();
  const toPage: Affine = compose(
    translation(105, 140),
    rotation(8 * (random() - 0.5)),
    scaling((mm / height) * (1 + 0.06 * gaussian(random)), mm / height),
    translation(-of.truth.landmarks.reduce((s, l) => s + l.at.x, 0) / of.truth.landmarks.length, -height / 2),
  );
  const wobble = (0.003 + 0.008 * random()) * mm;
  const left = 0.35 * random();
  const lines = seen.flatMap(({ points, weight }) => {
    if (random() < (weight < 1 ? left : 0.4 * left)) return [];
    // One wave along the stroke, and a little shift of it as a whole.
    const [ox, oy] = [0.6 * wobble * gaussian(random), 0.6 * wobble * gaussian(random)];
    const [phase, waves] = [6.28 * random(), 1 + 2 * random()];
    return [
      points.map((p, i) => {
        const { x, y } = transformPoint(toPage, p);
        const t = phase + (waves * 6.28 * i) / Math.max(12, points.length);
        return { x: x + ox + wobble * Math.sin(t), y: y + oy + wobble * Math.cos(1.3 * t) };
      }),
    ];
  });
  return {
    subject: of.subject,
    file: of.file,
    reference: await referenceOf(of),
    lines,
    truth: new Map(of.truth.landmarks.map(({ name, at }) => [name, transformPoint(toPage, at)])),
    height: mm,
  };
}
