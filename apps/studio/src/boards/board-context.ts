import { createContext, useContext } from 'react';
import type { Board } from '@deft/contract';

export const BoardContext = createContext<Board | null>(null);

/** The board that one is at. Throws outside of one. */
export function useBoard(): Board {
  const board = useContext(BoardContext);
  if (!board) throw new Error('This part belongs to a board.');
  return board;
}
