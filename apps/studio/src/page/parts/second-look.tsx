import { useEffect, useState } from 'react';
import { View, StyleSheet } from 'react-native';
import { isOpen } from '@deft/core/forms';
import { scaling, transformPoint } from '@deft/core/geometry';
import { formOutline, type Sheet } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { pictureOf, previewOf } from '../../data/addresses';
import { knownSilhouettes } from '../../data/known-silhouettes';
import { looksWorker } from '../../data/workers';
import { SteadyPicture } from '../../ui/steady-picture';
import { usePalette } from '../../ui/use-desk-theme';
import { polyline } from '../paint/ink';
import { PAPER_LOOKS, type Look } from '../second-look';
import type { Surface } from '../surface';
import { SmallPage } from './small-page';

/** As much of a reference as a look shows. */
type Shown = Pick<Reference, 'id' | 'title' | 'revision'> &
  Partial<Pick<Reference, 'marks' | 'truth' | 'original' | 'preparation' | 'width' | 'height'>>;

/** Heights at which values and outlines are looked at, pixels: an eye that squints sees no more. */
const VALUES_HEIGHT = 160;
const OUTLINE_HEIGHT = 420;
const REST = 400;
/** A squint's blur as a share of the picture's height on the screen. */
const BLUR = 0.012;

const masks = (look: Look): look is Look & { name: 'silhouette' | 'gaps' } =>
  look.name === 'silhouette' || look.name === 'gaps';

/** The filters that looks see through; luminance in linear light keeps the lightness of each colour. */
function Filters({ id, table }: { readonly id: string; readonly table: readonly number[] | null }) {
  const grey = '0.2126 0.7152 0.0722 0 0 ';
  const values = table?.join(' ');
  return (
    <svg width={0} height={0} style={{ position: 'absolute' }} aria-hidden>
      <filter id={`${id}-grey`} x="0" y="0" width="100%" height="100%" colorInterpolationFilters="linearRGB">
        <feColorMatrix type="matrix" values={`${grey}${grey}${grey}0 0 0 1 0`} />
      </filter>
      {values ? (
        <filter id={`${id}-values`} x="0" y="0" width="100%" height="100%" colorInterpolationFilters="sRGB">
          <feComponentTransfer>
            <feFuncR type="discrete" tableValues={values} />
            <feFuncG type="discrete" tableValues={values} />
            <feFuncB type="discrete" tableValues={values} />
          </feComponentTransfer>
        </filter>
      ) : null}
    </svg>
  );
}

function filterOf(look: Look, id: string, table: readonly number[] | null, height: number): string {
  if (look.name === 'grey') return `url(#${id}-grey)`;
  if (look.name === 'squint')
    return `blur(${Math.max(2, BLUR * height).toFixed(1)}px) url(#${id}-grey)${table ? ` url(#${id}-values)` : ''}`;
  return '';
}

const canvasOf = (pixels: Uint8ClampedArray, width: number, height: number): HTMLCanvasElement => {
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(pixels), width, height), 0, 0);
  return canvas;
};

/** Ink alone, with the forms filled where there are any: what stands against the paper. */
function figureOf(surface: Surface): { canvas: HTMLCanvasElement; closed: boolean } | null {
  const { painter, keeper } = surface;
  const drawn = (sheet: Sheet): boolean => sheet.kind === 'ink' || sheet.kind === 'tone';
  const canvas = painter.small(OUTLINE_HEIGHT, { background: null, sheets: drawn });
  const context = canvas?.getContext('2d');
  if (!canvas || !context) return null;
  let closed = false;
  context.fillStyle = '#000000';
  for (const thing of keeper.things.values()) {
    if (thing.type !== 'form' || isOpen(thing.shape)) continue;
    const sheet = keeper.things.get(thing.sheet);
    if (sheet?.type !== 'sheet' || sheet.hidden) continue;
    context.fill(polyline(formOutline(thing), true));
    closed = true;
  }
  return { canvas, closed };
}

const pixelsOf = (canvas: HTMLCanvasElement): Uint8ClampedArray =>
  (canvas.getContext('2d') as CanvasRenderingContext2D).getImageData(0, 0, canvas.width, canvas.height).data;

/** Shows the page through a look while one goes on drawing; follows what is drawn. */
export function PageLook({ surface, look }: { readonly surface: Surface | null; readonly look: Look }) {
  const [table, setTable] = useState<readonly number[] | null>(null);
  useEffect(() => {
    if (!surface || !(look.name === 'squint' || masks(look))) return undefined;
    const { painter } = surface;
    let gone = false;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const see = async (): Promise<void> => {
      timer = null;
      if (masks(look)) {
        const figure = figureOf(surface);
        if (!figure) return;
        const { canvas, closed } = figure;
        const pixels = await looksWorker().drawn(
          pixelsOf(canvas),
          canvas.width,
          canvas.height,
          look.name,
          closed,
        );
        if (!gone) painter.setVeil(canvasOf(pixels, canvas.width, canvas.height));
      } else {
        const canvas = painter.small(VALUES_HEIGHT);
        const made = canvas && (await looksWorker().values(pixelsOf(canvas), look.values));
        if (made && !gone) setTable(made);
      }
    };
    void see();
    const stop = surface.afterChange(() => {
      timer ??= setTimeout(() => void see(), REST);
    });
    return () => {
      gone = true;
      if (timer) clearTimeout(timer);
      stop();
      painter.setVeil(null);
    };
  }, [surface, look]);
  useEffect(() => {
    if (!surface) return undefined;
    const { painter } = surface;
    painter.seeThrough(filterOf(look, 'page', table, painter.room.height));
    return () => painter.seeThrough('');
  }, [surface, look, table]);
  useEffect(() => {
    const instead = look.name ? PAPER_LOOKS[look.name] : undefined;
    if (!surface || instead === undefined) return undefined;
    const { painter } = surface;
    painter.seeOn(instead);
    return () => painter.seeOn(null);
  }, [surface, look]);
  return <Filters id="page" table={table} />;
}

/** What is known of a reference's silhouette; null where nothing is. */
function outlinesOf({ marks = [], truth = null, original, preparation }: Shown) {
  const known = original && preparation ? knownSilhouettes({ marks, truth, original, preparation }) : [];
  return known[0] ?? null;
}

/** What is known of a reference's silhouette, filled, on a canvas of its frame; null where nothing is. */
function silhouetteOn(reference: Shown, width: number, height: number): HTMLCanvasElement | null {
  const outlines = outlinesOf(reference);
  if (!outlines || !reference.width || !reference.height) return null;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [width, height];
  const context = canvas.getContext('2d');
  if (!context) return null;
  const toCanvas = scaling(width / reference.width, height / reference.height);
  const path = new Path2D();
  for (const outline of outlines)
    path.addPath(
      polyline(
        outline.map((p) => transformPoint(toCanvas, p)),
        true,
      ),
    );
  context.fill(path, 'evenodd');
  return canvas;
}

/** A reference's picture, seen as the page is. */
export function SeenReference({
  reference,
  look,
  mirrored,
}: {
  readonly reference: Shown;
  readonly look: Look;
  readonly mirrored: boolean;
}) {
  const [table, setTable] = useState<readonly number[] | null>(null);
  const [mask, setMask] = useState<string | null>(null);
  const masked = masks(look);
  const preview = previewOf(reference);
  useEffect(() => {
    if (look.name !== 'squint' && !masks(look)) return undefined;
    let gone = false;
    const image = new Image();
    image.src = preview;
    void image
      .decode()
      .then(async () => {
        // What is told from the picture's colours costs more, and is no sharper, the larger it is seen.
        const sharp = outlinesOf(reference) !== null;
        const height = masks(look) ? OUTLINE_HEIGHT / (sharp ? 1 : 2) : VALUES_HEIGHT;
        const canvas = document.createElement('canvas');
        canvas.height = height;
        canvas.width = Math.max(1, Math.round((height * image.naturalWidth) / image.naturalHeight));
        canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
        const pixels = pixelsOf(canvas);
        if (masks(look)) {
          const known = silhouetteOn(reference, canvas.width, canvas.height);
          const seen = canvasOf(
            await (known
              ? looksWorker().drawn(pixelsOf(known), canvas.width, canvas.height, look.name, true)
              : looksWorker().pictured(pixels, canvas.width, canvas.height, look.name)),
            canvas.width,
            canvas.height,
          );
          if (!gone) setMask(seen.toDataURL());
        } else {
          const made = await looksWorker().values(pixels, look.values);
          if (!gone) setTable(made);
        }
      })
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [preview, reference, look]);
  const id = `reference-${reference.id.slice(0, 6)}`;
  return (
    <div style={{ position: 'absolute', inset: 0 }}>
      <Filters id={id} table={table} />
      <SteadyPicture
        src={masked && mask ? mask : pictureOf(reference)}
        alt={masked ? `${reference.title}: ${look.name}, as far as the desk sees` : reference.title}
        style={{
          ...PICTURE,
          filter: filterOf(look, id, table, 400) || undefined,
          transform: mirrored ? 'scaleX(-1)' : undefined,
        }}
      />
    </div>
  );
}

/** Drawing and reference side by side, as small as a stamp. */
export function SmallPair({
  surface,
  reference,
  mirrored,
  leftHanded,
}: {
  readonly surface: Surface;
  readonly reference: Reference;
  readonly mirrored: boolean;
  readonly leftHanded: boolean;
}) {
  const palette = usePalette();
  const height = 84;
  return (
    <View
      testID="small-look"
      style={[
        styles.pair,
        { [leftHanded ? 'right' : 'left']: 8, backgroundColor: palette.desk, borderColor: palette.rule },
      ]}
    >
      <div style={{ transform: mirrored ? 'scaleX(-1)' : undefined }}>
        <SmallPage surface={surface} height={height} label="Your page, small" />
      </div>
      <img
        src={previewOf(reference)}
        alt={`${reference.title}, small`}
        style={{ height, transform: mirrored ? 'scaleX(-1)' : undefined }}
      />
    </View>
  );
}

const styles = StyleSheet.create({
  pair: {
    position: 'absolute',
    bottom: 8,
    flexDirection: 'row',
    gap: 6,
    padding: 6,
    borderWidth: 1,
    pointerEvents: 'none',
  },
});

const PICTURE = { width: '100%', height: '100%', objectFit: 'contain', display: 'block' } as const;
