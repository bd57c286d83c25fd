import { createFocusTrap } from 'focus-trap';
import { useEffect, useRef, type RefObject } from 'react';
import type { View } from 'react-native';

/**
 * Keeps the focus within what lies over the screen while it is open, and gives it back afterwards. What lies
 * beside it can still be touched.
 */
export function useFocusTrap(): RefObject<View | null> {
  const host = useRef<View>(null);
  useEffect(() => {
    const element = host.current as unknown as HTMLElement | null;
    if (!element?.isConnected) return undefined;
    element.tabIndex = -1;
    element.style.outline = 'none';
    const trap = createFocusTrap(element, {
      // Itself, not its first field: that would open a phone's keyboard.
      initialFocus: element,
      fallbackFocus: element,
      allowOutsideClick: true,
      clickOutsideDeactivates: false,
      escapeDeactivates: false,
      preventScroll: true,
    });
    trap.activate();
    // What had the focus may go away with all that stands round it: keys are heard again here, not nowhere.
    const gone = new MutationObserver(() => {
      if (document.activeElement === document.body) element.focus({ preventScroll: true });
    });
    gone.observe(element, { childList: true, subtree: true });
    return () => {
      gone.disconnect();
      trap.deactivate();
    };
  }, []);
  return host;
}
