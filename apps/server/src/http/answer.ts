import type { Request, Response, Router } from 'express';
import { idSchema, serviceKeySchema, type ParamsOf, type Route } from '@deft/contract';
import type { Schema } from 'joi';
import { Malformed } from '../store/refusals.ts';

/** What a route was asked with, all of it checked. */
export interface Asked<Path extends string, Query, Body> {
  readonly params: ParamsOf<Path>;
  readonly query: Query;
  readonly body: Body;
}

/** What may stand in a path, by its name there; every other name is an id. */
const PARAMS: Readonly<Record<string, Schema<string>>> = { key: serviceKeySchema };

/**
 * The value as the schema has it.
 * @param convert whether text may stand for numbers and truth: only where everything is text
 * @throws Malformed with what is wrong
 */
function checked<T>(schema: Schema<T>, value: unknown, convert: boolean): T {
  const { error, value: sound } = schema.validate(value, { abortEarly: true, convert });
  if (error) throw new Malformed(`This request does not fit: ${error.message}.`);
  return sound;
}

/** Path, query and body of a request, as its route wants them. @throws Malformed */
function askedOf<Path extends string, Query, Body>(
  { query, body }: Route<unknown, Path, Query, Body>,
  request: Request,
): Asked<Path, Query, Body> {
  const params = Object.entries(request.params).map(([name, value]) => {
    if ((PARAMS[name] ?? idSchema).validate(value, { convert: false }).error)
      throw new Malformed(`This address leads nowhere: nothing here is called “${value}”.`);
    return [name, value];
  });
  return {
    params: Object.fromEntries(params) as ParamsOf<Path>,
    query: query ? checked(query, request.query, true) : (undefined as Query),
    body: body ? checked(body, request.body ?? {}, false) : (undefined as Body),
  };
}

const METHODS = { GET: 'get', POST: 'post', PUT: 'put', PATCH: 'patch', DELETE: 'delete' } as const;

/** Answers a route with what `answer` gives, as JSON; where that is nothing, with no content. */
export function onRoute<Answer, Path extends string, Query, Body>(
  router: Router,
  route: Route<Answer, Path, Query, Body>,
  answer: (asked: Asked<Path, Query, Body>) => Promise<Answer>,
): void {
  router[METHODS[route.method]](route.path, async (request, response) => {
    const value = await answer(askedOf(route, request));
    if (value === undefined) response.status(204).end();
    else response.json(value);
  });
}

/** Answers a route whose answer is a file or a stream: `answer` writes it. */
export function onFileRoute<Path extends string, Query, Body>(
  router: Router,
  route: Route<never, Path, Query, Body>,
  answer: (asked: Asked<Path, Query, Body>, request: Request, response: Response) => Promise<void>,
): void {
  router[METHODS[route.method]](route.path, async (request, response) => {
    await answer(askedOf(route, request), request, response);
  });
}
