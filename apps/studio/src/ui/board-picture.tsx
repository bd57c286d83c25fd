import type { Board } from '@deft/contract';

/** A board as a picture, as the desk renders it. */
export const BoardPicture = ({ board, dpi = 72 }: { readonly board: Board; readonly dpi?: number }) => (
  <img
    src={`/api/pages/${board.page}/page.png?picture=1&dpi=${dpi}#${board.head}`}
    alt={`Board: ${board.title}`}
    draggable={false}
    style={{ width: '100%', height: '100%', objectFit: 'contain' }}
  />
);
