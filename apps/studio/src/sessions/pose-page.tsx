import { useCallback, useEffect, useState } from 'react';
import { View } from 'react-native';
import type { Id, Region } from '@deft/core/page';
import type { PageKeeper } from '../data/page-keeper';
import { usePage } from '../data/use-page';
import { useDesk } from '../data/store';
import { DRAW_FIELDS, DrawHand, drawSetting } from '../page/hands/draw';
import { PageView } from '../page/parts/page-view';
import { PageLook } from '../page/parts/second-look';
import type { Look } from '../page/second-look';
import type { Surface } from '../page/surface';

interface PosePageProps {
  readonly page: Id;
  readonly region: Region;
  /** It is the page of the pose that runs; another lies ready under it. */
  readonly active: boolean;
  /** Something may be drawn. */
  readonly drawing: boolean;
  readonly look: Look;
  /** The view is turned over, as the picture is. */
  readonly mirrored: boolean;
  readonly onContact: (down: boolean) => void;
  readonly onReady: (page: Id, keeper: PageKeeper) => void;
}

/** A page to draw a pose on. The next pose's page is opened before the bell and lies ready. */
export function PosePage({
  page,
  region,
  active,
  drawing,
  look,
  mirrored,
  onContact,
  onReady,
}: PosePageProps) {
  const keeper = usePage(page);
  const [stands, setStands] = useState<{ surface: Surface; hand: DrawHand } | null>(null);
  const desk = useDesk(...DRAW_FIELDS);
  const onSurface = useCallback((surface: Surface): void => {
    const hand = new DrawHand(surface);
    surface.setHand(hand);
    setStands({ surface, hand });
  }, []);
  useEffect(() => stands?.hand.take({ ...drawSetting(desk, null), symmetry: false }), [stands, desk]);
  useEffect(() => {
    if (keeper && stands && active) onReady(page, keeper);
  }, [keeper, stands, active, onReady, page]);
  useEffect(() => {
    const { surface } = stands ?? {};
    surface?.enable(active && drawing);
    surface?.watchContact(active ? onContact : null);
  }, [stands, active, drawing, onContact]);
  useEffect(() => {
    if (stands && stands.surface.painter.view.mirrored !== mirrored) stands.surface.mirror();
  }, [stands, mirrored]);
  return (
    <View
      style={
        {
          position: 'absolute',
          inset: 0,
          visibility: active ? 'visible' : 'hidden',
          pointerEvents: active ? 'auto' : 'none',
        } as object
      }
    >
      {keeper ? <PageView keeper={keeper} region={region} waiting={!active} onSurface={onSurface} /> : null}
      {active ? <PageLook surface={stands?.surface ?? null} look={look} /> : null}
    </View>
  );
}
