import { useVirtualizer } from '@tanstack/react-virtual';
import {
  createContext,
  startTransition,
  useContext,
  useEffect,
  useRef,
  useState,
  type PropsWithChildren,
  type ReactNode,
} from 'react';
import { View } from 'react-native';

/** Rows kept ready above and below what is in view. */
const OVERSCAN = 3;

/** Faster than this nobody looks at what goes by, pixels in a millisecond; when it is over, milliseconds. */
const FLUNG = 1.5;
const OVER_AFTER = 120;

const Flung = createContext(false);

interface LookedAtProps extends PropsWithChildren {
  /** Stands there until then. */
  readonly until?: ReactNode;
}

/** What takes time to show, a picture or a row: not made while the list is flung past it. */
export function LookedAt({ children, until = null }: LookedAtProps) {
  const flung = useContext(Flung);
  const [looked, setLooked] = useState(!flung);
  if (!flung && !looked) setLooked(true);
  return <>{looked ? children : until}</>;
}

/** Whether something is scrolled too fast to be looked at. */
function useFlinging(scroller: HTMLElement | null): boolean {
  const [flung, setFlung] = useState(false);
  useEffect(() => {
    if (!scroller) return undefined;
    let last = { top: scroller.scrollTop, at: performance.now() };
    let timer: ReturnType<typeof setTimeout> | null = null;
    const listen = (): void => {
      const now = { top: scroller.scrollTop, at: performance.now() };
      const speed = Math.abs(now.top - last.top) / Math.max(8, now.at - last.at);
      last = now;
      if (speed < FLUNG) return;
      setFlung(true);
      if (timer) clearTimeout(timer);
      // A screen of rows comes at once then: they are made a few at a time, between what is pressing.
      timer = setTimeout(() => startTransition(() => setFlung(false)), OVER_AFTER);
    };
    // Told before the rows are, so that those which this very jump brings wait as well.
    scroller.addEventListener('scroll', listen, { passive: true, capture: true });
    return () => {
      scroller.removeEventListener('scroll', listen, { capture: true });
      if (timer) clearTimeout(timer);
    };
  }, [scroller]);
  return flung;
}

interface RowsInViewProps {
  readonly rows: number;
  /** What scrolls them; null until it is there. */
  readonly scroller: HTMLElement | null;
  /** A row's height with the gap below it, by the width that there is. */
  readonly heightFor: (width: number) => number;
  readonly renderRow: (row: number, width: number) => ReactNode;
  /** Stands for a row while the list is flung past it; without it rows are made at once. */
  readonly flungRow?: (row: number, width: number) => ReactNode;
  /** What lies round the rows. */
  readonly wrap?: (rows: ReactNode, width: number) => ReactNode;
  readonly testID?: string;
}

/** A list of any length, all rows of one height: only those in view are there. */
export function RowsInView({
  rows,
  scroller,
  heightFor,
  renderRow,
  flungRow,
  wrap,
  testID,
}: RowsInViewProps) {
  const host = useRef<View>(null);
  const [{ width, top }, setPlace] = useState({ width: 0, top: 0 });
  const height = Math.max(1, Math.round(heightFor(width)));
  const flung = useFlinging(scroller);
  // The list of what is in view changes while one scrolls, which is the point.
  // eslint-disable-next-line react-hooks/incompatible-library
  const list = useVirtualizer({
    count: width > 0 ? rows : 0,
    getScrollElement: () => scroller,
    estimateSize: () => height,
    overscan: OVERSCAN,
    scrollMargin: top,
  });
  useEffect(() => list.measure(), [list, height]);
  useEffect(() => {
    const element = host.current as unknown as HTMLElement | null;
    if (!element || !scroller) return undefined;
    const measure = (): void =>
      setPlace({
        width: element.clientWidth,
        top: element.getBoundingClientRect().top - scroller.getBoundingClientRect().top + scroller.scrollTop,
      });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    if (element.parentElement) observer.observe(element.parentElement);
    measure();
    return () => observer.disconnect();
  }, [scroller, rows]);
  const shown = (
    <View ref={host} testID={testID} style={{ height: rows * height }}>
      {list.getVirtualItems().map((item) => (
        <div
          key={item.key}
          style={{
            position: 'absolute',
            top: 0,
            left: 0,
            right: 0,
            transform: `translateY(${item.start - top}px)`,
          }}
        >
          {flungRow ? (
            <LookedAt until={flungRow(item.index, width)}>{renderRow(item.index, width)}</LookedAt>
          ) : (
            renderRow(item.index, width)
          )}
        </div>
      ))}
    </View>
  );
  return <Flung.Provider value={flung}>{wrap ? wrap(shown, width) : shown}</Flung.Provider>;
}
