import { useEffect, useId, useMemo, useState } from 'react';
import { isOpen } from '@deft/core/forms';
import { transformPoint, type Affine, type Point } from '@deft/core/geometry';
import {
  formInnerLines,
  formOutline,
  layerPath,
  MASS_COLOURS,
  massArea,
  paperInk,
  strokeLayers,
  drawnForms,
  thingsOfType,
  type Id,
  type Region,
  type Thing,
} from '@deft/core/page';
import { inkOn } from '../page/parts/drawn-page';
import { pointsOf } from '../page/stroke-points';
import { ON_PAGE } from '../ui/theme';

export const pathThrough = (points: readonly Point[], close = false): string =>
  points.map((p, i) => `${i ? 'L' : 'M'}${p.x.toFixed(1)} ${p.y.toFixed(1)}`).join('') + (close ? 'Z' : '');

/** What was lifted from paper, as pictures on the page. */
function usePaperInk(things: ReadonlyMap<Id, Thing>) {
  const lifted = useMemo(() => paperInk(things), [things]);
  const key = lifted.map(({ id }) => id).join(' ');
  const [ink, setInk] = useState<{ key: string; inked: Awaited<ReturnType<typeof inkOn>> } | null>(null);
  useEffect(() => {
    if (key === '' || ink?.key === key) return;
    let gone = false;
    inkOn(things).then(
      (inked) => !gone && setInk({ key, inked }),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [things, key, ink]);
  return lifted.flatMap(({ id, transform }) => {
    const picture = ink?.inked.get(id);
    return picture ? [{ id, transform, ...picture }] : [];
  });
}

interface LaidDrawingProps {
  readonly things: ReadonlyMap<Id, Thing>;
  /** The part of the page that is the drawing, millimetres. */
  readonly region: Region;
  /** Page millimetres to the picture's pixels. */
  readonly toReference: Affine;
  /** A thousandth of the picture. */
  readonly unit: number;
  /** All of it in one colour, instead of those that it is drawn in. */
  readonly colour?: string;
}

/** A drawing as SVG in the pixels of the picture that it is laid on. */
export function LaidDrawing({ things, region, toReference, unit, colour }: LaidDrawingProps) {
  const ink = useMemo(
    () =>
      thingsOfType(things, 'stroke')
        .filter((stroke) => stroke.pen !== 'rubber')
        .flatMap((stroke) =>
          strokeLayers(stroke, pointsOf(stroke)).map((layer, i) => ({
            id: `${stroke.id} ${i}`,
            d: layerPath(layer),
            alpha: layer.alpha,
            colour: stroke.colour,
          })),
        ),
    [things],
  );
  const lifted = usePaperInk(things);
  const forms = useMemo(
    () =>
      drawnForms(things).map((form) => {
        const laid = (line: readonly Point[]): Point[] => line.map((p) => transformPoint(toReference, p));
        const inner = formInnerLines(form).seen.map((line) => pathThrough(laid(line)));
        return {
          id: form.id,
          d: [pathThrough(laid(formOutline(form)), !isOpen(form.shape)), ...inner].join(''),
        };
      }),
    [things, toReference],
  );
  const masses = useMemo(
    () =>
      thingsOfType(things, 'mass').map((mass) => ({
        id: mass.id,
        d: massArea(mass)
          .map((outline) => pathThrough(outline, true))
          .join(''),
        colour: MASS_COLOURS[mass.value],
      })),
    [things],
  );
  // Two drawings may lie on one screen, each cut to its own part.
  const part = useId();
  const laid = `matrix(${toReference.join(' ')})`;
  return (
    <>
      {region ? (
        <clipPath id={part}>
          <path d={pathThrough(region, true)} />
        </clipPath>
      ) : null}
      <g transform={laid} clipPath={region ? `url(#${part})` : undefined}>
        {lifted.map(({ id, transform, href, width, height }) => (
          <image
            key={id}
            {...{ href, width, height }}
            transform={`matrix(${transform.join(' ')})`}
            data-testid="laid-ink"
          />
        ))}
      </g>
      <g transform={laid} clipPath={region ? `url(#${part})` : undefined}>
        {masses.map(({ id, d, colour: own }) => (
          <path key={id} d={d} fill={colour ?? own} fillRule="evenodd" data-testid="laid-mass" />
        ))}
      </g>
      <g transform={laid} data-testid="laid-strokes">
        {ink.map(({ id, d, alpha, colour: own }) => (
          <path key={id} d={d} fill={colour ?? own} fillOpacity={alpha} />
        ))}
      </g>
      {forms.map(({ id, d }) => (
        <path
          key={id}
          d={d}
          fill="none"
          stroke={colour ?? ON_PAGE.form}
          strokeWidth={2.6 * unit}
          strokeLinejoin="round"
          opacity={0.9}
        />
      ))}
    </>
  );
}
