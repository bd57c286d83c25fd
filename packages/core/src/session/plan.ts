/** On what a pose is drawn. */
export const GROUNDS = ['on screen', 'on a grid', 'on paper'] as const;
export type Ground = (typeof GROUNDS)[number];

/** From what: with the picture in sight, from memory after a look, or from what one knows before a look. */
export const SOURCES = ['sight', 'memory', 'knowledge'] as const;
export type Source = (typeof SOURCES)[number];

/** Poses of one length, drawn in one way. Times in seconds. */
export interface Block {
  readonly count: number;
  readonly seconds: number;
  readonly ground: Ground;
  readonly source: Source;
  /** How long one looks: before drawing from memory, or between the two drawings from knowledge. */
  readonly look: number;
  /** Rest after each pose but the session's last. */
  readonly rest: number;
  /** Whether its poses have the whole page, with all its tools; where that is not said, long ones have. */
  readonly wholePage?: boolean;
}

export interface Plan {
  readonly title: string;
  readonly blocks: readonly Block[];
}

export const LEAST_SECONDS = 2;
export const MOST_SECONDS = 4 * 3600;
/** As many pictures as one plan may ask for. */
export const MOST_POSES = 200;
/** From so many seconds on one builds, mends and looks closely: a pose has the whole page. */
export const LONG_SECONDS = 180;

/** What is done for a stretch of a pose: looking only, drawing, both beside each other, or nothing. */
export const DOINGS = ['look', 'draw', 'compare', 'rest'] as const;
export type Doing = (typeof DOINGS)[number];

export interface Stretch {
  readonly doing: Doing;
  /** Milliseconds. */
  readonly planned: number;
  /** Whether the picture is there to be seen. */
  readonly seen: boolean;
}

/** One drawing of a session. */
export interface Step {
  readonly block: number;
  /** Which of the pictures chosen, from 0; the two drawings from knowledge share theirs. */
  readonly picture: number;
  readonly ground: Ground;
  readonly source: Source;
  readonly seconds: number;
  /** As its block says it. */
  readonly wholePage?: boolean;
  readonly stretches: readonly Stretch[];
}

/** Whether a pose has the whole page with all its tools, rather than the picture, the pen and *Hold*. */
export const hasWholePage = ({
  ground,
  source,
  seconds,
  wholePage,
}: Pick<Step, 'ground' | 'source' | 'seconds' | 'wholePage'>): boolean =>
  ground === 'on screen' && source === 'sight' && (wholePage ?? seconds >= LONG_SECONDS);

/** How long picture and drawing lie beside each other after drawing without the picture, seconds. */
export const COMPARE = 10;

const stretch = (doing: Doing, seconds: number, seen: boolean): Stretch[] =>
  seconds > 0 ? [{ doing, planned: seconds * 1000, seen }] : [];

function drawings({ seconds, source, look }: Block): Stretch[][] {
  switch (source) {
    case 'sight':
      return [stretch('draw', seconds, true)];
    case 'memory':
      return [
        [
          ...stretch('look', look, true),
          ...stretch('draw', seconds, false),
          ...stretch('compare', COMPARE, true),
        ],
      ];
    case 'knowledge':
      return [
        [...stretch('draw', seconds, false), ...stretch('look', look, true)],
        [...stretch('draw', seconds, false), ...stretch('compare', COMPARE, true)],
      ];
  }
}

/** A plan as the drawings it asks for, in order. */
export function expandPlan({ blocks }: Pick<Plan, 'blocks'>): Step[] {
  let picture = -1;
  const steps = blocks.flatMap((block, index) =>
    Array.from({ length: block.count }, () => {
      picture += 1;
      return drawings(block).map((stretches): Step => ({
        block: index,
        picture,
        ground: block.ground,
        source: block.source,
        seconds: block.seconds,
        ...(block.wholePage === undefined ? {} : { wholePage: block.wholePage }),
        stretches: [...stretches, ...stretch('rest', block.rest, false)],
      }));
    }).flat(),
  );
  return steps.map((step, i) =>
    i === steps.length - 1
      ? { ...step, stretches: step.stretches.filter(({ doing }) => doing !== 'rest') }
      : step,
  );
}

/** How long a plan takes if nothing is held, seconds. */
export const planSeconds = (plan: Pick<Plan, 'blocks'>): number =>
  expandPlan(plan).reduce(
    (sum, { stretches }) => sum + stretches.reduce((all, { planned }) => all + planned, 0),
    0,
  ) / 1000;

/** How many pictures a plan needs. */
export const planPictures = ({ blocks }: Pick<Plan, 'blocks'>): number =>
  blocks.reduce((sum, { count }) => sum + count, 0);

/** A plan's first so many pictures, as it would have them drawn; all of it where it has no more. */
export function firstPictures(plan: Plan, pictures: number): Plan {
  let left = Math.max(1, pictures);
  const blocks = plan.blocks.flatMap((one) => {
    const count = Math.min(one.count, left);
    left -= count;
    return count > 0 ? [{ ...one, count }] : [];
  });
  return { ...plan, blocks };
}

const block = (count: number, seconds: number, more: Partial<Block> = {}): Block => ({
  count,
  seconds,
  ground: 'on screen',
  source: 'sight',
  look: 0,
  rest: 0,
  ...more,
});
export { block as newBlock };

const TEN_MINUTES: Plan = { title: 'Ten of a minute', blocks: [block(10, 60)] };
/** Poses of one length, one after the other: what most people draw most. */
const ROWS: readonly Plan[] = [
  { title: 'Ten of half a minute', blocks: [block(10, 30)] },
  TEN_MINUTES,
  { title: 'Six of two minutes', blocks: [block(6, 120)] },
  { title: 'Four of five minutes', blocks: [block(4, 300)] },
  { title: 'Two of fifteen minutes', blocks: [block(2, 900)] },
];

/** Plans that lie ready. */
export const READY_PLANS: readonly Plan[] = [
  ...ROWS,
  { title: 'Warm-up, 5 minutes', blocks: [block(6, 30), block(2, 60)] },
  {
    title: 'Mixed, 20 minutes',
    blocks: [block(10, 30), block(5, 60), block(2, 120, { source: 'memory', look: 30 }), block(1, 280)],
  },
  {
    title: 'An hour',
    blocks: [block(10, 30), block(10, 60, { rest: 2 }), block(4, 300, { rest: 10 }), block(1, 1440)],
  },
  { title: 'A page of twelve', blocks: [block(12, 45, { ground: 'on a grid' })] },
  { title: 'Six on paper', blocks: [block(6, 120, { ground: 'on paper', rest: 5 })] },
  { title: 'From memory', blocks: [block(4, 90, { source: 'memory', look: 30 })] },
  { title: 'From what you know', blocks: [block(2, 90, { source: 'knowledge', look: 30 })] },
];

/** What one begins with who has never drawn a session. */
export const FIRST_PLAN = TEN_MINUTES;
