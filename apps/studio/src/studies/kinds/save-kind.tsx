import { compose, type Affine } from '@deft/core/geometry';
import type { Id, Region, Thing } from '@deft/core/page';
import type { Reference } from '@deft/contract';
import { keepFile } from '../../data/save-file';
import { ON_PAGE } from '../../ui/theme';
import { LaidDrawing } from '../laid-drawing';
import type { Answer } from '../use-checked';
import type { Kind } from './kind';
import { shownOver } from './shown-over';

interface SavedKind {
  readonly kind: Kind;
  readonly reference: Pick<Reference, 'title' | 'width' | 'height'>;
  readonly things: ReadonlyMap<Id, Thing>;
  readonly region: Region;
  readonly result: Answer;
}

/** The drawing with what a kind marks on it, as a picture that stands alone. */
function KindPicture({
  kind,
  reference,
  things,
  region,
  result,
  laid,
}: SavedKind & { readonly laid: Affine }) {
  const { width, height } = reference;
  const unit = Math.max(width, height) / 1000;
  return (
    <svg xmlns="http://www.w3.org/2000/svg" {...{ width, height }} viewBox={`0 0 ${width} ${height}`}>
      <rect {...{ width, height }} fill={ON_PAGE.paper} />
      <LaidDrawing {...{ things, region, unit }} toReference={laid} />
      {shownOver(
        kind,
        result,
        { toReference: laid, width, height, unit, pixel: unit },
        { chosen: null, onChoose: () => undefined },
      )}
    </svg>
  );
}

/** Hands what a kind shows to the browser to keep, as SVG; nothing where the drawing is not laid. */
export async function saveKind(saved: SavedKind): Promise<void> {
  const { report, shape } = saved.result;
  if (!report.toReference) return;
  const laid = shape?.told ? compose(shape.told.nearer, report.toReference) : report.toReference;
  const { renderToStaticMarkup } = await import('react-dom/server');
  const svg = renderToStaticMarkup(<KindPicture {...saved} laid={laid} />);
  keepFile(new Blob([svg], { type: 'image/svg+xml' }), `${saved.reference.title}, ${saved.kind}.svg`);
}
