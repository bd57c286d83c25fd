import { useEffect, useState } from 'react';
import { placementOf } from '@deft/core/findings';
import { compose, IDENTITY, invert, type Affine } from '@deft/core/geometry';
import { pageOf, type Id, type Region } from '@deft/core/page';
import { readPage } from '../data/read-page';
import { inkOn, pictureOfPage } from '../page/parts/drawn-page';
import { OverPage } from '../page/parts/over-page';
import { useShell } from '../page/shell/shell-context';

/** Another page, or a part of one, to lie over the one that is open. */
export interface Laid {
  readonly id: Id;
  readonly page: Id;
  readonly region?: Region;
  /** A reference that lies behind both pages: what is laid goes with its picture, wherever that was moved. */
  readonly along?: Id;
}

/** What was drawn on another page, faintly over this one; nothing until it is there. */
export function FaintPage({ of: wanted, testID }: { readonly of: Laid | null; readonly testID: string }) {
  const { surface, things } = useShell();
  const [read, setRead] = useState<{
    readonly of: Id;
    readonly picture: string;
    readonly placed: Affine | null;
  } | null>(null);
  useEffect(() => {
    if (!wanted || read?.of === wanted.id) return;
    let gone = false;
    readPage(wanted.page)
      .then(async (page) => {
        const picture = pictureOfPage(page, await inkOn(page), wanted.region ?? null);
        const placed = wanted.along ? placementOf(page, wanted.along) : null;
        if (!gone) setRead({ of: wanted.id, picture, placed });
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [wanted, read]);
  const paper = pageOf(things);
  if (!surface || !paper || !wanted || read?.of !== wanted.id) return null;
  const { x = 0, y = 0, width, height } = paper;
  const here = wanted.along ? placementOf(things, wanted.along) : null;
  const by = here && read.placed ? compose(here, invert(read.placed)) : IDENTITY;
  return (
    <OverPage surface={surface} testID={testID}>
      <image
        href={read.picture}
        {...{ x, y, width, height }}
        opacity={0.3}
        style={MULTIPLIED}
        transform={`matrix(${by.join(' ')})`}
      />
    </OverPage>
  );
}

// The paper that it was drawn on does not veil this one.
const MULTIPLIED = { mixBlendMode: 'multiply' } as const;
