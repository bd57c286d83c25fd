import { lookOver, type LookedOver } from '@deft/core/alone';
import { useThings } from '../data/use-page';
import { useShell } from '../page/shell/shell-context';
import { pointsOf } from '../page/stroke-points';
import { useDrawing } from './drawing-context';

/** What can be told of the page without a picture, anew with every change of it. */
export function useLookedOver(): LookedOver {
  const { keeper } = useShell();
  const { recipe } = useDrawing();
  const things = useThings(keeper, ['form', 'landmark', 'stroke', 'sheet', 'guide', 'axis']);
  // The map stays the same one while what it holds changes: it is read anew each time.
  return lookOver(things, recipe, pointsOf);
}
