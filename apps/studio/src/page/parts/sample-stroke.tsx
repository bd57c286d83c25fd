import { useMemo } from 'react';
import { lineLayers, CentreLine, layerPath, lookOf, type PenKind, type StrokePoint } from '@deft/core/page';
import type { PenSetting } from '../../data/desk-slice';
import { ON_PAGE } from '../../ui/theme';

/** A line as a hand would draw it: pressed in its middle, with a small tremor that smoothing takes out. */
function handDrawn(length: number, rise: number): StrokePoint[] {
  return Array.from({ length: 60 }, (_, i) => {
    const t = i / 59;
    return {
      x: t * length,
      y: -rise * Math.sin(2 * Math.PI * t) + 0.35 * Math.sin(i * 1.9),
      pressure: 0.12 + 0.8 * Math.sin(Math.PI * t) ** 1.4,
      time: 12 * i,
    };
  });
}

/** How a pen draws as it is set, in its true width at the scale of the tray. */
export function SampleStroke({
  pen,
  setting,
  width,
  height,
}: {
  readonly pen: PenKind;
  readonly setting: PenSetting;
  readonly width: number;
  readonly height: number;
}) {
  const length = 30;
  const tall = (length * height) / width;
  const layers = useMemo(() => {
    const { even, ...manner } = setting;
    const look = lookOf({
      pen,
      ...manner,
      pressure: even ? 'even' : 'device',
    });
    return lineLayers(new CentreLine(look).push(handDrawn(length - 8, tall * 0.2)).points(), look).map(
      (layer) => ({ d: layerPath(layer), alpha: layer.alpha }),
    );
  }, [pen, setting, tall]);
  return (
    <svg width={width} height={height} viewBox={`-4 ${-tall / 2} ${length} ${tall}`} aria-hidden>
      <rect x={-4} y={-tall / 2} width={length} height={tall} fill={ON_PAGE.paper} />
      {layers.map(({ d, alpha }, i) => (
        <path key={i} d={d} fill={pen === 'rubber' ? ON_PAGE.rule : setting.colour} fillOpacity={alpha} />
      ))}
    </svg>
  );
}
