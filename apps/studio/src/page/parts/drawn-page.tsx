import { useEffect, useState } from 'react';
import { View } from 'react-native';
import {
  pageSvg,
  pageOf,
  thingsOfType,
  type Id,
  type Placement,
  type Region,
  type Thing,
} from '@deft/core/page';
import { placedOf } from '../../data/addresses';
import { readPage } from '../../data/read-page';
import { ON_PAGE } from '../../ui/theme';

type Inked = ReadonlyMap<string, { href: string; width: number; height: number }>;

/** What was lifted from paper, to stand inside an SVG: a picture there may fetch nothing. */
export async function inkOn(things: ReadonlyMap<Id, Thing>): Promise<Inked> {
  const inked = new Map<string, { href: string; width: number; height: number }>();
  for (const placement of thingsOfType(things, 'placement').filter((p) => p.of === 'paper' && !p.hidden)) {
    const blob = await (await fetch(placedOf(placement))).blob();
    const { width, height } = await createImageBitmap(blob);
    const href = await new Promise<string>((done, failed) => {
      const reader = new FileReader();
      reader.onload = () => done(String(reader.result));
      reader.onerror = () => failed(reader.error ?? new Error('The ink cannot be read.'));
      reader.readAsDataURL(blob);
    });
    inked.set(placement.id, { href, width, height });
  }
  return inked;
}

/** A page, or a part of one, as the address of a picture. */
export const pictureOfPage = (things: ReadonlyMap<Id, Thing>, inked: Inked, region: Region): string =>
  `data:image/svg+xml;utf8,${encodeURIComponent(pageSvg(things, { region, picture: (placement: Placement) => inked.get(placement.id) ?? null }))}`;

/** A page, or a part of one, as a small picture, straight from its operations. */
export function DrawnPage({
  page,
  region = null,
  label,
}: {
  readonly page: Id;
  readonly region?: Region;
  readonly label: string;
}) {
  const [source, setSource] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    readPage(page)
      .then(async (things) => {
        if (pageOf(things) && !gone) setSource(pictureOfPage(things, await inkOn(things), region));
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [page, region]);
  return (
    <View style={{ flex: 1, backgroundColor: ON_PAGE.paper }}>
      {source ? (
        <img src={source} alt={label} style={{ width: '100%', height: '100%', objectFit: 'contain' }} />
      ) : null}
    </View>
  );
}
