import { useEffect, useState } from 'react';
import { View } from 'react-native';
import { pageSvg, pageOf, paperInk, type Id, type Placement, type Region, type Thing } from '@deft/core/page';
import { boxOf, type Affine, type Box } from '@deft/core/geometry';
import type { ReferenceBrief } from '@deft/contract';
import { placedOf, previewOf } from '../../data/addresses';
import { readPage } from '../../data/read-page';
import { ON_PAGE } from '../../ui/theme';

type Inked = ReadonlyMap<string, { href: string; width: number; height: number }>;

/** What was lifted from paper, to stand inside an SVG: a picture there may fetch nothing. */
export async function inkOn(things: ReadonlyMap<Id, Thing>): Promise<Inked> {
  const inked = new Map<string, { href: string; width: number; height: number }>();
  for (const placement of paperInk(things)) {
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

/** A page, or a part of one, as a picture. */
interface Drawn {
  /** The picture's address. */
  readonly source: string;
  /** The room of the page that it shows, millimetres. */
  readonly box: Box;
}

/** Reads a page and makes a picture of it; null until it is there. */
function useDrawn(page: Id, region: Region): Drawn | null {
  const [drawn, setDrawn] = useState<Drawn | null>(null);
  useEffect(() => {
    let gone = false;
    readPage(page)
      .then(async (things) => {
        const paper = pageOf(things);
        if (!paper) return;
        const { x = 0, y = 0, width, height } = paper;
        const whole = { minX: x, minY: y, maxX: x + width, maxY: y + height };
        const box = (region && boxOf(region)) ?? whole;
        const source = pictureOfPage(things, await inkOn(things), region);
        if (!gone) setDrawn({ source, box });
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [page, region]);
  return drawn;
}

interface DrawnPageProps {
  readonly page: Id;
  readonly region?: Region;
  readonly label: string;
}

/** A page, or a part of one, as a small picture, straight from its operations. */
export function DrawnPage({ page, region = null, label }: DrawnPageProps) {
  const drawn = useDrawn(page, region);
  return (
    <View style={{ flex: 1, backgroundColor: ON_PAGE.paper }}>
      {drawn ? <img src={drawn.source} alt={label} style={FITTED} /> : null}
    </View>
  );
}

interface LaidPageProps extends DrawnPageProps {
  readonly reference: Pick<ReferenceBrief, 'id' | 'revision' | 'width' | 'height'>;
  /** Page millimetres to the picture's pixels. */
  readonly toReference: Affine;
}

/** The same, laid over the picture that it was drawn from. */
export function LaidPage({ page, region = null, label, reference, toReference }: LaidPageProps) {
  const drawn = useDrawn(page, region);
  const { width, height } = reference;
  return (
    <View style={{ flex: 1, backgroundColor: ON_PAGE.paper }}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        style={{ position: 'absolute', inset: 0, ...FITTED }}
        role="img"
        aria-label={label}
        data-testid="laid-small"
      >
        <image href={previewOf(reference)} {...{ width, height }} opacity={0.4} />
        {drawn ? (
          <g transform={`matrix(${toReference.join(' ')})`} style={MULTIPLIED}>
            <image
              href={drawn.source}
              x={drawn.box.minX}
              y={drawn.box.minY}
              width={drawn.box.maxX - drawn.box.minX}
              height={drawn.box.maxY - drawn.box.minY}
            />
          </g>
        ) : null}
      </svg>
    </View>
  );
}

const FITTED = { width: '100%', height: '100%', objectFit: 'contain' } as const;
// The paper that it was drawn on does not veil the picture.
const MULTIPLIED = { mixBlendMode: 'multiply' } as const;
