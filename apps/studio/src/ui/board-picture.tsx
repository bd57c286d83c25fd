import type { Board } from '@deft/contract';
import { boardPictureOf } from '../data/addresses';

/** A board as a picture, as the desk renders it. */
export const BoardPicture = ({ board, dpi = 72 }: { readonly board: Board; readonly dpi?: number }) => (
  <img
    src={boardPictureOf(board, dpi)}
    alt={`Board: ${board.title}`}
    draggable={false}
    style={{ width: '100%', height: '100%', objectFit: 'contain' }}
  />
);
