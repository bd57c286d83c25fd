import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Schema } from 'joi';
import multer from 'multer';
import { ZIP, type Refusal } from '@deft/contract';
import { Malformed } from '../store/refusals.ts';

const STATUS: Readonly<Record<string, number>> = {
  Gone: 404,
  Malformed: 400,
  OutOfSequence: 409,
  UnknownSheet: 409,
  RangeError: 400,
  NotAPicture: 400,
  ServiceTrouble: 503,
};

/**
 * Answers every refusal with its name and a sentence; what nobody foresaw goes to the log, not to the
 * browser.
 */
export const refuse: ErrorRequestHandler = (
  error: Error & { status?: number; type?: string },
  _request,
  response,
  next,
) => {
  if (response.headersSent) return next(error);
  const answer = (status: number, refusal: string, sentence: string): void => {
    response.status(status).json({ refusal, sentence } satisfies Refusal);
  };
  const known = STATUS[error.name];
  if (known) return answer(known, error.name, error.message);
  if (error instanceof multer.MulterError) {
    const sentence =
      error.code === 'LIMIT_FILE_SIZE'
        ? `A file is larger than ${ZIP.mostBytes / 1024 ** 3} GB, so nothing was brought in.`
        : 'The files could not be read as they were sent.';
    return answer(400, 'Malformed', sentence);
  }
  if (error.type === 'entity.too.large')
    return answer(413, 'TooLarge', 'That is more at once than this desk takes.');
  if (error.status && error.status < 500)
    return answer(error.status, 'Malformed', 'This request could not be read.');
  console.error(error);
  return answer(500, 'Trouble', 'Something went wrong on the desk. What you drew is safe; try again.');
};

/** The value as the schema has it. Throws Malformed with what is wrong. */
export function valid<T>(schema: Schema<T>, value: unknown): T {
  const checked = schema.validate(value, { abortEarly: true, convert: false });
  if (checked.error) throw new Malformed(`This request does not fit: ${checked.error.message}.`);
  return checked.value;
}

/** As `valid`, for what stands in an address, where everything is text. */
export function validQuery<T>(schema: Schema<T>, value: unknown): T {
  const checked = schema.validate(value, { abortEarly: true });
  if (checked.error) throw new Malformed(`This request does not fit: ${checked.error.message}.`);
  return checked.value;
}

export const notFound: RequestHandler = (_request, response) => {
  response
    .status(404)
    .json({ refusal: 'Gone', sentence: 'There is nothing at this address.' } satisfies Refusal);
};
