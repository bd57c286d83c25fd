import type { Box } from '../geometry/box.ts';
import { thingsOfType } from '../page/contents.ts';
import type { Id, Thing } from '../page/things.ts';
import type { Recipe } from '../recipe/recipe.ts';
import { capital } from '../words/capital.ts';
import { offRecipe, type OffRecipe } from './against-recipe.ts';
import { balanceOf, isOver, type Balance } from './balance.ts';
import { ALIKE, AS_LONG, unlikeSides, type Unlike } from './mirrored-pairs.ts';
import { calledOf, drawnRoom, outlinesOf } from './outlines.ts';
import { touchesAmong, type AloneTouch } from './touches.ts';

/** What can be said of a drawing without a picture. Each is null where it has nothing to go by. */
export interface LookedOver {
  /** The room that it takes, page millimetres; null of an empty page. */
  readonly room: Box | null;
  readonly balance: Balance | null;
  readonly touches: readonly AloneTouch[] | null;
  readonly unlike: readonly Unlike[] | null;
  readonly proportions: readonly OffRecipe[] | null;
}

/**
 * Looks a drawing over.
 * @param recipe that its parts are held against; null for none
 * @param points gives a stroke's points where they are unpacked already
 */
export function lookOver(
  things: ReadonlyMap<Id, Thing>,
  recipe: Recipe | null,
  points?: Parameters<typeof drawnRoom>[1],
): LookedOver {
  const room = drawnRoom(things, points);
  const outlines = outlinesOf(things);
  if (!room) return { room, balance: null, touches: null, unlike: null, proportions: null };
  const height = room.maxY - room.minY;
  return {
    room,
    balance: outlines.length > 0 || hasLandmarks(things) ? balanceOf(things, outlines, room) : null,
    touches: outlines.length > 1 ? touchesAmong(outlines, height) : null,
    unlike: unlikeSides(things, height),
    proportions: recipe && offRecipe(things, recipe),
  };
}

const hasLandmarks = (things: ReadonlyMap<Id, Thing>): boolean =>
  thingsOfType(things, 'landmark').some(({ state }) => state === 'set');

const BY: Readonly<Record<Balance['by'], string>> = {
  landmarks: 'by its landmarks',
  parts: 'by its named parts',
  area: 'by the room its forms take',
};
const percent = (value: number): string => `${Math.abs(value).toFixed(Math.abs(value) < 10 ? 1 : 0)} %`;

/** "The weight lies over where it stands, by its named parts." */
export function balanceSentence(balance: Balance): string {
  const { outside, by } = balance;
  if (isOver(balance)) return `The weight lies over where it stands, ${BY[by]}.`;
  const side = outside > 0 ? 'right' : 'left';
  return `It would fall to the ${side}: the weight lies ${percent(outside)} of its height beyond where it stands, ${BY[by]}.`;
}

/** "The left forearm and the ribcage nearly touch: bring them apart, or plainly over each other." */
export const touchSentence = ({ about: [a, b] }: AloneTouch): string =>
  `${capital(calledOf(a))} and ${calledOf(b)} nearly touch: bring them apart, or plainly over each other.`;

/** "The left shoulder is not where the right one’s mirror image is: 6.2 % of the height off." */
export function unlikeSentence({ name, off, longer }: Unlike): string {
  const size =
    longer !== null && Math.abs(longer) > AS_LONG
      ? `${percent(100 * longer)} ${longer > 0 ? 'longer' : 'shorter'} than the right`
      : '';
  const place = off > ALIKE ? `${percent(off)} of the height off the right one’s mirror image` : '';
  return `The left ${name} is ${[place, size].filter(Boolean).join(', and ')}.`;
}

/** "The pelvis is 1.9 times as long as the head; the recipe has 1.4." */
export const proportionSentence = ({ part, unit, drawn, recipe }: OffRecipe): string =>
  `The ${part} is ${drawn.toFixed(1)} times as long as the ${unit}; the recipe has ${recipe.toFixed(1)}.`;
