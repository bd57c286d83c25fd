import { createContext, useContext } from 'react';
import type { Recipe } from '@deft/core/recipe';
import type { Drawing } from '@deft/contract';

/** A page without a reference that one is at. */
export interface OpenedDrawing {
  readonly drawing: Drawing;
  /** The recipe that its parts are held against; null for none. */
  readonly recipe: Recipe | null;
  readonly setRecipe: (recipe: Recipe | null) => void;
  /** What was seen when it was looked over is marked on the page, and follows what is drawn. */
  readonly marked: boolean;
  readonly setMarked: (marked: boolean) => void;
}

export const DrawingContext = createContext<OpenedDrawing | null>(null);

/** The page that one is at. Throws outside of one. */
export function useDrawing(): OpenedDrawing {
  const opened = useContext(DrawingContext);
  if (!opened) throw new Error('This part belongs to a page without a reference.');
  return opened;
}
