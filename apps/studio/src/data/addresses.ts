import { addressOf, API, type Board, type DrawingBrief, type ReferenceBrief } from '@deft/contract';
import type { Placement } from '@deft/core/page';

/** A reference at one of its preparations. */
export type AtRevision = Pick<ReferenceBrief, 'id' | 'revision'>;

/** At its full size. */
export const pictureOf = ({ id, revision }: AtRevision): string =>
  `${addressOf(API.references.picture, { id })}?revision=${revision}`;
/** At most 1280 pixels, and at most 320. */
export const previewOf = ({ id, revision }: AtRevision): string =>
  `${addressOf(API.references.preview, { id })}?revision=${revision}`;
export const smallOf = ({ id, revision }: AtRevision): string =>
  `${addressOf(API.references.small, { id })}?revision=${revision}`;

/** What a placement shows: a reference, or what was lifted from paper. */
export const placedOf = ({ of, reference, revision }: Placement): string =>
  of === 'paper'
    ? addressOf(API.papers.ink, { id: reference }, { lift: revision })
    : pictureOf({ id: reference, revision });

/** A board as the desk renders it; another address once it has changed. */
export const boardPictureOf = ({ page, head }: Board, dpi: number): string =>
  `${addressOf(API.pages.png, { page }, { picture: true, dpi })}#${head}`;

/** A drawing as lists show it; another address once it has changed. */
export const smallDrawingOf = ({ attempt, version }: DrawingBrief): string =>
  addressOf(API.studies.drawing, { attempt }, { version });
