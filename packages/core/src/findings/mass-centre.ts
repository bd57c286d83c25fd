/**
 * Where the weight of a body lies, as shares of its landmarks: each segment's mass and where its centre lies
 * between its ends, the means of women and men (de Leva 1996, tables 2 and 4). All of it is linear in the
 * landmarks, so that how surely they are placed carries over exactly.
 */

interface Segment {
  readonly from: string;
  readonly to: string;
  /** The share of the body's mass. */
  readonly mass: number;
  /** How far along the segment its centre lies. */
  readonly along: number;
}

/** Between both hips. */
const HIPS = 'hips';
const SIDES = ['left', 'right'] as const;

const SEGMENTS: readonly Segment[] = [
  { from: 'crown', to: 'chin', mass: 0.0681, along: 0.5935 },
  { from: 'pit of the neck', to: HIPS, mass: 0.4302, along: 0.4319 },
  ...SIDES.flatMap((s): Segment[] => [
    { from: `${s} shoulder`, to: `${s} elbow`, mass: 0.0263, along: 0.5763 },
    // The hand with the forearm, at its end.
    { from: `${s} elbow`, to: `${s} wrist`, mass: 0.015, along: 0.4567 },
    { from: `${s} wrist`, to: `${s} wrist`, mass: 0.0059, along: 0 },
    { from: `${s} hip`, to: `${s} knee`, mass: 0.1447, along: 0.3854 },
    { from: `${s} knee`, to: `${s} ankle`, mass: 0.0457, along: 0.4438 },
    { from: `${s} ankle`, to: `${s} ankle`, mass: 0.0133, along: 0 },
  ]),
];
/** Where the mass goes of what is not known. */
const INSTEAD: Readonly<Record<string, string>> = {
  crown: 'pit of the neck',
  chin: 'pit of the neck',
  ...Object.fromEntries(
    SIDES.flatMap((s) => [
      [`${s} shoulder`, 'pit of the neck'],
      [`${s} elbow`, `${s} shoulder`],
      [`${s} wrist`, `${s} elbow`],
      [`${s} knee`, `${s} hip`],
      [`${s} ankle`, `${s} knee`],
    ]),
  ),
};
/** Without these nothing is said of where the weight lies: they bear three quarters of it. */
const NEEDED = ['pit of the neck', 'left hip', 'right hip', 'left knee', 'right knee'];

/** How much each landmark counts; shares add up to one. */
export type Shares = ReadonlyMap<string, number>;

/** Something that a body carries at a landmark, beside its own weight as 1. */
export interface Load {
  readonly on: string;
  readonly share: number;
}

/** Shares with what is carried added; what is carried at a landmark that is not known is left out. */
export function withLoads(shares: Shares, loads: readonly Load[], known: ReadonlySet<string>): Shares {
  const borne = loads.filter(({ on }) => known.has(on));
  const all = borne.reduce((sum, { share }) => sum + share, 1);
  const laden = new Map([...shares].map(([name, share]) => [name, share / all]));
  for (const { on, share } of borne) laden.set(on, (laden.get(on) ?? 0) + share / all);
  return laden;
}

/**
 * The centre of a body's mass as shares of the landmarks that are known.
 * @returns null where trunk or thighs are not known
 */
export function massShares(known: ReadonlySet<string>): Shares | null {
  if (!NEEDED.every((name) => known.has(name))) return null;
  const shares = new Map<string, number>();
  const give = (name: string, share: number): void => {
    if (name === HIPS) SIDES.forEach((s) => give(`${s} hip`, share / 2));
    else if (known.has(name)) shares.set(name, (shares.get(name) ?? 0) + share);
    else give(INSTEAD[name] as string, share);
  };
  const all = SEGMENTS.reduce((sum, { mass }) => sum + mass, 0);
  for (const { from, to, mass, along } of SEGMENTS) {
    give(from, ((1 - along) * mass) / all);
    give(to, (along * mass) / all);
  }
  return shares;
}
