import { findLandmarks, type InkReference } from '@deft/core/ink';
import { distance, type Point } from '@deft/core/geometry';
import type { Manner } from '../packages/core/src/testing/drawn-figure.ts';
import { isFalse } from '../packages/core/src/testing/planted.ts';
import { doodle, figures, inkCase, plantedCase, type CaseKind } from './ink-cases.ts';
import { checkLandmarks, isNamed, isNamedWithin, realOf } from './planted.ts';
import { quantile } from './table.ts';

/** What is found in one made drawing by its ink alone, held against its truth. */

const referenceOf = (file: string): InkReference => {
  const { landmarks, height } = figures.find((picture) => picture.file === file)!.truth;
  return { landmarks, height };
};

export const rivalsOf = (file: string): InkReference[] =>
  figures.filter((picture) => picture.file !== file).map((picture) => referenceOf(picture.file));

export interface ManneredCase {
  readonly seed: number;
  readonly manner: Manner;
  readonly kind: CaseKind;
}

export interface Laid {
  readonly answered: boolean;
  readonly flipped: boolean;
  /** Taken for flipped, or to fit about as well either way: then the student is asked. */
  readonly told: boolean;
  readonly gross: boolean;
  readonly undrawn: number;
  readonly undrawnGiven: number;
  /** How far off each landmark lies, in percent of the figure's height. */
  readonly errors: readonly number[];
  /** Misses of one coordinate over their own standard deviation. */
  readonly standard: readonly number[];
  /** Milliseconds. */
  readonly took: number;
}

export function laid({ seed, manner, kind }: ManneredCase): Laid {
  const made = inkCase(seed, manner, kind);
  const began = performance.now();
  const { found } = findLandmarks(made.lines, made.reference, { rivals: rivalsOf(made.file) });
  const took = performance.now() - began;
  const errors: number[] = [];
  const standard: number[] = [];
  for (const { name, at, spread } of found?.landmarks ?? []) {
    const truth = made.truth.get(name);
    if (!truth) continue;
    errors.push((100 * distance(at, truth)) / made.height);
    standard.push((at.x - truth.x) / spread, (at.y - truth.y) / spread);
  }
  const given = new Set(found?.landmarks.map(({ name }) => name));
  return {
    answered: found !== null,
    flipped: found?.mirrored ?? false,
    told: found ? found.mirrored || found.alike : false,
    gross: quantile(errors, 0.5) > 10,
    undrawn: found ? made.left.length : 0,
    undrawnGiven: made.left.filter((name) => given.has(name)).length,
    errors,
    standard,
    took,
  };
}

/** A drawing of none of the figures: its lines, or a doodle's seed; and which figure it is held against. */
export interface UselessCase {
  readonly lines: number | Point[][];
  readonly figure: number;
}

export function useless({ lines, figure }: UselessCase): { answered: boolean; took: number } {
  const { file } = figures[figure % figures.length]!;
  const drawn = typeof lines === 'number' ? doodle(lines) : lines;
  const began = performance.now();
  const { found } = findLandmarks(drawn, referenceOf(file), { rivals: rivalsOf(file) });
  return { answered: found !== null, took: performance.now() - began };
}

export interface PlantedSeed {
  readonly seed: number;
  readonly manner: Manner;
  /** Nothing is planted: a copy, moved, scaled, and flipped by chance. */
  readonly copy: boolean;
}

export interface Said {
  readonly untold: boolean;
  /** Changes planted, without hip lines: the hip line is short, and no line says where it is. */
  readonly planted: number;
  readonly named: number;
  readonly namedItself: number;
  readonly hips: number;
  readonly hipsNamed: number;
  readonly clearly: number;
  readonly falseClearly: number;
  readonly perhaps: number;
  readonly falsePerhaps: number;
}

export function said({ seed, manner, copy }: PlantedSeed): Said {
  const made = plantedCase(seed, manner, copy);
  const { found } = findLandmarks(made.lines, made.reference, { rivals: rivalsOf(made.file) });
  const hips = made.changes.filter(({ kind }) => kind === 'hips');
  const changes = made.changes.filter(({ kind }) => kind !== 'hips');
  const reference = new Map(made.reference.landmarks.map(({ name, at }) => [name, at]));
  const { findings, perhaps } = found
    ? checkLandmarks(
        found.landmarks.map((landmark) => ({ ...landmark, at: landmark.byInk })),
        reference,
        made.reference.height,
        found,
      )
    : { findings: [], perhaps: [] };
  const listed = [...findings, ...perhaps];
  const real = realOf(made.places, reference, made.reference.height);
  return {
    untold: found === null,
    planted: changes.length,
    named: changes.filter((change) => isNamedWithin(change, listed)).length,
    namedItself: changes.filter((change) => isNamed(change, listed)).length,
    hips: hips.length,
    hipsNamed: hips.filter((change) => isNamed(change, listed)).length,
    clearly: findings.length,
    falseClearly: findings.filter((finding) => isFalse(finding, real)).length,
    perhaps: perhaps.length,
    falsePerhaps: perhaps.filter((finding) => isFalse(finding, real)).length,
  };
}
