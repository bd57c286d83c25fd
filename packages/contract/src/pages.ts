import Joi from 'joi';
import type { Id } from '@deft/core/page';

/** Up to which number the reader knows a page. */
export const readOnSchema = Joi.object<{ after: number }>({
  after: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 31 - 1)
    .default(0),
});

/** How a page goes out as a file. */
export interface PageExport {
  /** Guides, landmarks and other structure lines too. */
  readonly guides: boolean;
  /** The reference behind a trace too. */
  readonly picture: boolean;
  /** Dots an inch of the PNG. */
  readonly dpi: number;
}

const switched = Joi.boolean().truthy('1').falsy('0').default(false);
export const pageExportSchema = Joi.object<PageExport>({
  guides: switched,
  picture: switched,
  dpi: Joi.number().integer().min(36).max(1200).default(300),
});

/**
 * What a long answer that is asked for line by line has on a line: how far it is, then where its file lies.
 */
export type ExportLine =
  | { readonly done: number; readonly of: number }
  | { readonly file: string }
  | { readonly refusal: string; readonly sentence: string; readonly status: number };

/** The kind of an answer that comes line by line, and what one asks for to get it. */
export const JSON_LINES = 'application/x-ndjson';

/** A drawing in a list: its attempt, and a number that is another once it has changed. */
export interface DrawingBrief {
  readonly attempt: Id;
  readonly version: number;
}
export const drawingSchema = Joi.object<{ version: number }>({
  version: Joi.number()
    .integer()
    .min(0)
    .max(2 ** 31 - 1)
    .default(0),
});
/** Longer side of a drawing in a list, pixels. */
export const SMALL_DRAWING = 320;
