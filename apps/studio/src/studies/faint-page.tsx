import { useEffect, useState } from 'react';
import { placementOf } from '@deft/core/findings';
import { boxOf, compose, invert, scaling, translation, type Affine, type Box } from '@deft/core/geometry';
import { pageBox, pageOf, type Id, type Region } from '@deft/core/page';
import { readPage } from '../data/read-page';
import { inkOn, pictureOfPage } from '../page/parts/drawn-page';
import { OverPage } from '../page/parts/over-page';
import { useShell } from '../page/shell/shell-context';

/** Another page, or a part of one, to lie over the one that is open. */
export interface Laid {
  readonly id: Id;
  readonly page: Id;
  readonly region?: Region;
  /**
   * A reference that lies behind both pages: what is laid goes with its picture, wherever that was moved.
   * Without one it is laid as large as this page has room for it, in the middle.
   */
  readonly along?: Id;
}

/** From one room to another: as large as it fits, middle on middle. */
function fitInto(from: Box, to: Box): Affine {
  const [w, h] = [from.maxX - from.minX, from.maxY - from.minY];
  const by = Math.min((to.maxX - to.minX) / w, (to.maxY - to.minY) / h);
  return compose(
    translation((to.minX + to.maxX) / 2, (to.minY + to.maxY) / 2),
    scaling(by),
    translation(-(from.minX + from.maxX) / 2, -(from.minY + from.maxY) / 2),
  );
}

/** What was drawn on another page, faintly over this one; nothing until it is there. */
export function FaintPage({ of: wanted, testID }: { readonly of: Laid | null; readonly testID: string }) {
  const { surface, things } = useShell();
  const [read, setRead] = useState<{
    readonly of: Id;
    readonly picture: string;
    readonly placed: Affine | null;
    /** What of that page is shown. */
    readonly room: Box;
  } | null>(null);
  useEffect(() => {
    if (!wanted || read?.of === wanted.id) return;
    let gone = false;
    readPage(wanted.page)
      .then(async (page) => {
        const picture = pictureOfPage(page, await inkOn(page), wanted.region ?? null);
        const placed = wanted.along ? placementOf(page, wanted.along) : null;
        const paper = pageOf(page);
        const room = (wanted.region && boxOf(wanted.region)) ?? (paper && pageBox(paper));
        if (!gone && room) setRead({ of: wanted.id, picture, placed, room });
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [wanted, read]);
  const paper = pageOf(things);
  if (!surface || !paper || !wanted || read?.of !== wanted.id) return null;
  const here = wanted.along ? placementOf(things, wanted.along) : null;
  const { room } = read;
  const by = here && read.placed ? compose(here, invert(read.placed)) : fitInto(room, pageBox(paper));
  return (
    <OverPage surface={surface} testID={testID}>
      <image
        href={read.picture}
        x={room.minX}
        y={room.minY}
        width={room.maxX - room.minX}
        height={room.maxY - room.minY}
        opacity={0.3}
        style={MULTIPLIED}
        transform={`matrix(${by.join(' ')})`}
      />
    </OverPage>
  );
}

// The paper that it was drawn on does not veil this one.
const MULTIPLIED = { mixBlendMode: 'multiply' } as const;
