import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { boxOf } from '@deft/core/geometry';
import type { Region } from '@deft/core/page';
import { placedOf } from '../../data/addresses';
import type { PageKeeper } from '../../data/page-keeper';
import { useDesk } from '../../data/store';
import { deskPalm, guardFromPalm } from '../palm';
import { Surface } from '../surface';
import { RegionVeil } from './region-veil';

interface PageViewProps {
  readonly keeper: PageKeeper;
  readonly showPicture?: boolean;
  /** The part of the page that is shown as if it were the whole. */
  readonly region?: Region;
  /** It lies ready under another and is not to be seen yet. */
  readonly waiting?: boolean;
  /** Called with the surface once it stands; what it gives back is called when it goes. */
  readonly onSurface: (surface: Surface) => void;
  readonly children?: ReactNode;
}

/** The page to draw on. It is painted by hand: React only gives it room. */
export function PageView({
  keeper,
  showPicture = true,
  region = null,
  waiting = false,
  onSurface,
  children,
}: PageViewProps) {
  const host = useRef<View>(null);
  const [surface, setSurface] = useState<Surface | null>(null);
  const { fingersDraw } = useDesk('fingersDraw');
  useEffect(() => {
    deskPalm.fingersDraw = fingersDraw;
  }, [fingersDraw]);
  useEffect(() => guardFromPalm(), []);
  // Before it is to be seen: no page is shown that a pen could not draw on yet.
  useLayoutEffect(() => {
    const element = host.current as unknown as HTMLElement;
    Object.assign(element.style, { touchAction: 'none', cursor: 'crosshair', userSelect: 'none' });
    const made = new Surface(element, keeper, placedOf);
    setSurface(made);
    return () => {
      made.destroy();
      setSurface(null);
    };
  }, [keeper]);
  useEffect(() => surface?.painter.showPicture(showPicture), [surface, showPicture]);
  useEffect(() => surface?.painter.setFocus(region && boxOf(region)), [surface, region]);
  useLayoutEffect(() => {
    if (surface) onSurface(surface);
  }, [surface, onSurface]);
  return (
    <View style={{ flex: 1, overflow: 'hidden' }}>
      <View
        ref={host}
        testID={waiting ? 'page-waiting' : 'page'}
        role="group"
        aria-label="Page"
        aria-hidden={waiting}
        style={{ position: 'absolute', inset: 0 }}
      />
      {surface && region ? <RegionVeil surface={surface} region={region} /> : null}
      {children}
    </View>
  );
}
