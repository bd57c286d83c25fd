import { useLayoutEffect } from 'react';
import type { Look } from '../second-look';
import type { Surface } from '../surface';

/** How a page is held from outside of its shell: by the clock of a session, which holds several at once. */
export interface Steering {
  /** Something may be drawn. */
  readonly drawing: boolean;
  /** It lies ready under another page and is not to be seen yet. */
  readonly waiting: boolean;
  /** How it is seen; its shell's own to say where that is left open. */
  readonly look?: Look;
  readonly mirrored?: boolean;
  /** Told when the hand comes down on the page and when it has lifted. */
  readonly onContact: (down: boolean) => void;
}

/** Does to a page what it is steered to; nothing where it is its own shell's alone. */
export function useSteering(surface: Surface | null, steering?: Steering): void {
  const { drawing, mirrored, onContact, waiting } = steering ?? {};
  useLayoutEffect(() => {
    if (!surface || drawing === undefined) return;
    surface.enable(drawing && !waiting);
    surface.watchContact(waiting ? null : (onContact ?? null));
  }, [surface, drawing, waiting, onContact]);
  useLayoutEffect(() => {
    if (mirrored !== undefined && surface && surface.painter.view.mirrored !== mirrored) surface.mirror();
  }, [surface, mirrored]);
}
