import { useState, type ReactNode } from 'react';
import { AboutPanel, type Named } from './about-panel';

/** What one asks about of the cards on a screen, and the panel over it. */
export function useAbout(): { about: (of: Named) => void; panel: ReactNode } {
  const [of, setOf] = useState<Named | null>(null);
  const close = (): void => setOf(null);
  return {
    about: setOf,
    panel: of ? <AboutPanel key={of.id} of={of} onGone={close} onClose={close} /> : null,
  };
}
