import Joi from 'joi';
import type { Point } from '@deft/core/geometry';
import type { Id } from '@deft/core/page';
import {
  HEAVIEST,
  isRule,
  MIDDLE,
  MOST_SOFT,
  MOST_STRAIGHTENING,
  RULE_KINDS,
  TURNS,
  type Preparation,
  type ReferenceMark,
  type RuleMark,
} from '@deft/core/reference';
import { SUBJECT_KEYS, type Front, type SubjectKey } from '@deft/core/subjects';
import { id } from './operations.ts';

/** What made pictures know about themselves; original-picture pixels. */
export interface Truth {
  readonly landmarks: readonly { readonly name: string; readonly at: Point; readonly hidden: boolean }[];
  /** Camera: vertical field of view in degrees, place and aim in metres. */
  readonly camera: { readonly fov: number; readonly from: readonly number[]; readonly at: readonly number[] };
  /** Longer side of the silhouette's box. */
  readonly height: number;
  /**
   * What belongs to the thing: all that lies within an odd number of one's closed outlines. Several where
   * it may be drawn with what it holds or without. Absent where it is not known.
   */
  readonly silhouettes?: readonly (readonly (readonly Point[])[])[];
  /** Which parts of a figure cover which; absent where none does, or where it is not known. */
  readonly fronts?: readonly Front[];
}

export const VIEWS = ['front', 'three-quarter', 'side', 'back', 'above', 'below'] as const;
/** From where a subject is seen. */
export type ViewKey = (typeof VIEWS)[number];

/** Where a picture comes from; empty where nobody knows. */
export interface Credit {
  readonly title: string;
  readonly author: string;
  readonly source: string;
  /** The line that its owner asks for. */
  readonly credit: string;
  readonly licence: string;
  readonly caption: string;
  readonly year: number | null;
  /** When it was taken, as far as the file says: YYYY-MM-DD or less. */
  readonly taken: string;
}

/** A reference as a wall shows it: in the frame of its current preparation. */
export interface ReferenceBrief {
  readonly id: Id;
  readonly title: string;
  readonly subject: SubjectKey;
  /** Pixels as it is seen: prepared. */
  readonly width: number;
  readonly height: number;
  /** The preparation it is seen in; 0 is the untouched original. */
  readonly revision: number;
  readonly view: ViewKey | null;
  readonly hidden: boolean;
  /** Has landmarks, the student's own or a made picture's. */
  readonly marked: boolean;
  /** How many attempts were drawn from it. */
  readonly attempts: number;
}

/** A reference whole. `truth` and `figureHeight` are as it is seen; `marks` lie on the original. */
export interface Reference extends ReferenceBrief, Credit {
  readonly original: {
    readonly width: number;
    readonly height: number;
    readonly mime: string;
    readonly bytes: number;
  };
  readonly preparation: Preparation;
  readonly tags: readonly string[];
  readonly note: string;
  readonly marks: readonly ReferenceMark[];
  readonly truth: Truth | null;
  /** The figure's height in pixels, fixed once known. */
  readonly figureHeight: number | null;
  /** Where it was taken, only where the student kept it: degrees north, degrees east. */
  readonly location: readonly [number, number] | null;
  readonly createdAt: number;
  /** The sets that it is in. */
  readonly sets: readonly Id[];
}

export const SHAPES = ['upright', 'wide', 'square'] as const;
export const SORTS = ['order', 'new', 'least drawn', 'title'] as const;
/** A page of the wall. */
export interface ReferenceQuery {
  readonly set?: Id;
  /** Words that title, tags, notes or credit hold, all of them. */
  readonly q?: string;
  readonly drawn?: 'never';
  readonly marked?: true;
  readonly view?: ViewKey;
  readonly shape?: (typeof SHAPES)[number];
  readonly subject?: SubjectKey;
  /** Those that are hidden instead of those that are not. */
  readonly hidden?: true;
  /** Only those in no set. */
  readonly loose?: true;
  readonly sort?: (typeof SORTS)[number];
  readonly from?: number;
  readonly count?: number;
}

/** A part of a list, and how many fit in all. */
export interface Listed<Item> {
  readonly total: number;
  readonly items: readonly Item[];
}

/** Most things in one page of a list. */
export const MOST_LISTED = 200;
/** About as many the studio asks for. */
export const LISTED_AT_ONCE = 36;
export const referenceQuerySchema = Joi.object<
  Required<Pick<ReferenceQuery, 'from' | 'count' | 'sort'>> & ReferenceQuery
>({
  set: id,
  q: Joi.string().trim().allow('').max(200),
  drawn: Joi.valid('never'),
  marked: Joi.boolean().truthy('1').valid(true),
  view: Joi.valid(...VIEWS),
  shape: Joi.valid(...SHAPES),
  subject: Joi.valid(...SUBJECT_KEYS),
  hidden: Joi.boolean().truthy('1').valid(true),
  loose: Joi.boolean().truthy('1').valid(true),
  sort: Joi.valid(...SORTS).default('order'),
  from: Joi.number().integer().min(0).max(1e7).default(0),
  count: Joi.number().integer().min(0).max(MOST_LISTED).default(100),
});

export type ReferencePatch = Partial<Credit> & {
  readonly subject?: SubjectKey;
  readonly figureHeight?: number | null;
  readonly tags?: readonly string[];
  readonly view?: ViewKey | null;
  readonly note?: string;
  readonly hidden?: boolean;
  /** Back to an earlier preparation. */
  readonly revision?: number;
};

const line = (most: number) => Joi.string().trim().allow('').max(most);
const creditFields = {
  title: Joi.string().trim().min(1).max(200),
  author: line(200),
  source: line(500),
  credit: line(500),
  licence: line(200),
  caption: line(2000),
  year: Joi.number().integer().min(0).max(3000).allow(null),
  taken: line(20),
};
const tags = Joi.array().items(Joi.string().trim().min(1).max(60)).max(50).unique();
const aboutFields = {
  subject: Joi.valid(...SUBJECT_KEYS),
  figureHeight: Joi.number().greater(0).max(1e6).allow(null),
  tags,
  view: Joi.valid(...VIEWS).allow(null),
  note: line(5000),
  hidden: Joi.boolean(),
};

export const referencePatchSchema = Joi.object<ReferencePatch>({
  ...creditFields,
  ...aboutFields,
  revision: Joi.number().integer().min(0).max(1e6),
}).min(1);

const pixel = Joi.number().min(-1e6).max(1e6);
const place = Joi.object({ x: pixel.required(), y: pixel.required() });
const pair = Joi.array().items(place).length(2);
const share = Joi.number().min(0).max(1);
const box = Joi.object({
  x: pixel.required(),
  y: pixel.required(),
  width: Joi.number().greater(0).max(1e6).required(),
  height: Joi.number().greater(0).max(1e6).required(),
});

/** Closed outlines, one or more. */
const outlines = Joi.array().items(Joi.array().items(place).min(3).max(4000)).min(1).max(100);
const MARKS = {
  trait: { text: Joi.string().trim().min(1).max(1000).required(), at: place.allow(null).required() },
  landmark: {
    name: Joi.string().trim().min(1).max(100).required(),
    at: place.required(),
    hidden: Joi.boolean().required(),
    spread: Joi.number().greater(0).max(1e6),
  },
  sight: {
    unit: pair.allow(null).required(),
    span: pair.required(),
    guess: Joi.number().min(-1e4).max(1e4).allow(null).required(),
  },
  detail: { box: box.required(), reference: id.required() },
  silhouette: { outlines: outlines.required() },
  load: {
    on: Joi.string().trim().min(1).max(100).required(),
    share: Joi.number().greater(0).max(HEAVIEST).required(),
  },
  rule: {
    rule: Joi.valid(...RULE_KINDS).required(),
    on: Joi.array().items(Joi.string().trim().min(1).max(100)).min(2).max(4).required(),
    text: Joi.string().trim().allow('').max(1000).required(),
  },
};
export const markSchema = Joi.object<ReferenceMark>().when('.kind', {
  switch: Object.entries(MARKS).map(([kind, fields]) => ({
    is: kind,
    then: Joi.object<ReferenceMark>({
      kind: Joi.valid(kind).required(),
      id: id.required(),
      ...fields,
    }).custom((mark: ReferenceMark, helpers) =>
      mark.kind === 'rule' && !isRule(mark) ? helpers.error('any.invalid') : mark,
    ),
  })),
  otherwise: Joi.forbidden(),
});
/** A rule in one of the pictures of its subject. */
export interface RuleInPicture {
  readonly reference: Id;
  readonly title: string;
  readonly holds: boolean;
  /** Whether the landmarks there are placed surely enough to tell. */
  readonly sure: boolean;
}

/** A relation that was noticed on a picture or on another one of its subject, and where it holds. */
export interface NoticedRule {
  readonly rule: RuleMark;
  /** Where it was noticed. */
  readonly reference: Id;
  readonly title: string;
  /** In every picture of the subject that has its landmarks, this one and its own among them. */
  readonly pictures: readonly RuleInPicture[];
}

/** The most marks one reference may have. */
export const MOST_MARKS = 500;

/** Marks of a reference removed and put in one go. */
export interface MarkChange {
  readonly put: readonly ReferenceMark[];
  readonly remove: readonly Id[];
}
export const markChangeSchema = Joi.object<MarkChange>({
  put: Joi.array().items(markSchema).unique('id').max(MOST_MARKS).required(),
  remove: Joi.array().items(id).max(MOST_MARKS).required(),
});

export const preparationSchema = Joi.object<Preparation>({
  outline: Joi.array().items(place).min(3).max(4000).allow(null).required(),
  flip: Joi.boolean().required(),
  turn: Joi.valid(...TURNS).required(),
  straighten: Joi.number().min(-MOST_STRAIGHTENING).max(MOST_STRAIGHTENING).required(),
  crop: Joi.object({
    x: share.required(),
    y: share.required(),
    width: Joi.number().greater(0).max(1).required(),
    height: Joi.number().greater(0).max(1).required(),
  })
    .allow(null)
    .required(),
  grey: Joi.boolean().required(),
  black: Joi.number().integer().min(0).max(254).required(),
  white: Joi.number().integer().greater(Joi.ref('black')).max(255).required(),
  middle: Joi.number().min(MIDDLE.least).max(MIDDLE.most).required(),
  soft: Joi.number().min(0).max(MOST_SOFT).required(),
});

/** Largest picture the desk takes in. */
export const MOST_PIXELS = 100_000_000;
export const MOST_BYTES = 100 * 1024 * 1024;
/** What a file chooser offers. */
export const PICTURE_ENDINGS = [
  '.jpg',
  '.jpeg',
  '.png',
  '.webp',
  '.avif',
  '.gif',
  '.tif',
  '.tiff',
  '.svg',
  '.zip',
] as const;
/** Longer sides of the two previews, pixels. */
export const PREVIEW = 1280;
export const SMALL_PREVIEW = 320;

/** Limits of a zip that is brought in. */
export const ZIP = { mostFiles: 5000, mostBytes: 2 * 1024 ** 3, mostUnpacked: 4 * 1024 ** 3 } as const;

/** What became of one file that was brought in. */
export type Brought =
  | { readonly file: string; readonly reference: Id; readonly title: string; readonly known: boolean }
  | { readonly file: string; readonly refused: string };

/**
 * Lines of an answer to bringing in, one a file as it is done; a zip says first how many there are, and at
 * last which set it made.
 */
export type BroughtLine = Brought | { readonly of: number } | { readonly set: Id; readonly title: string };

/** What is known of a picture beside its bytes: how it travels in a set's zip. */
export type ReferenceFacts = Partial<Credit> & {
  readonly subject?: SubjectKey;
  readonly tags?: readonly string[];
  readonly view?: ViewKey | null;
  readonly note?: string;
  readonly hidden?: boolean;
  readonly figureHeight?: number | null;
  readonly truth?: Truth | null;
  readonly marks?: readonly ReferenceMark[];
  readonly preparation?: Preparation | null;
};

const truth = Joi.object<Truth>({
  landmarks: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().max(100).required(),
        at: place.required(),
        hidden: Joi.boolean().required(),
      }),
    )
    .max(500)
    .required(),
  camera: Joi.object({
    fov: Joi.number().greater(0).less(180).required(),
    from: Joi.array().items(Joi.number()).length(3).required(),
    at: Joi.array().items(Joi.number()).length(3).required(),
  }).required(),
  height: Joi.number().greater(0).max(1e6).required(),
  silhouettes: Joi.array().items(outlines).max(4),
  fronts: Joi.array()
    .items(Joi.array<Front>().items(Joi.string().max(100)).length(2))
    .max(100),
});
export const factsFields = {
  ...creditFields,
  ...aboutFields,
  truth: truth.allow(null),
  marks: Joi.array().items(markSchema).max(MOST_MARKS),
  preparation: preparationSchema.allow(null),
};

/** Which preparation of a reference: its current one where none is named. */
export const revisionQuerySchema = Joi.object<{ revision?: number }>({
  revision: Joi.number().integer().min(0).max(1e6),
});

/** One preparation among those that were kept. */
export interface KeptPreparation {
  readonly revision: number;
  readonly settings: Preparation;
  readonly createdAt: number;
}
