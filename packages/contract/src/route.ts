import type { Schema } from 'joi';

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';

/** Names that stand in a path, as `id` and `mark` in `/references/:id/marks/:mark`. */
export type ParamsOf<Path extends string> = Path extends `${infer Before}/${infer After}`
  ? ParamsOf<Before> & ParamsOf<After>
  : Path extends `:${infer Name}`
    ? { readonly [K in Name]: string }
    : unknown;

/** One thing that can be asked of the desk: where, with what, and what the answer is. */
export interface Route<Answer, Path extends string, Query, Body> {
  readonly method: Method;
  /** Under `API_ROOT`; what begins with a colon is filled in. */
  readonly path: Path;
  readonly query: Schema<Query> | null;
  readonly body: Schema<Body> | null;
  /** Never there: it carries the answer's type. */
  readonly answer?: Answer;
}

/** Any route at all, whatever it takes and gives. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- nothing else fits every route
export type AnyRoute = Route<any, string, any, any>;
export type AnswerOf<R> = R extends Route<infer Answer, string, infer _Q, infer _B> ? Answer : never;
export type BodyOf<R> = R extends Route<infer _A, string, infer _Q, infer Body> ? Body : never;

/** Everything the desk answers lies under this. */
export const API_ROOT = '/api';

/**
 * A route, with the type of its answer.
 * @example const readSet = answers<ReferenceSet>()('GET', '/sets/:id');
 */
export const answers =
  <Answer>() =>
  <Path extends string, Query = undefined, Body = undefined>(
    method: Method,
    path: Path,
    { query = null, body = null }: { query?: Schema<Query> | null; body?: Schema<Body> | null } = {},
  ): Route<Answer, Path, Query, Body> => ({ method, path, query, body });

/** A path with its names filled in. Throws a RangeError where one is lacking. */
export function pathOf<Path extends string>(path: Path, params: ParamsOf<Path>): string {
  return path.replace(/:(\w+)/g, (_, name: string) => {
    const value = (params as Readonly<Record<string, string | undefined>>)[name];
    if (!value) throw new RangeError(`${path} lacks its ${name}.`);
    return encodeURIComponent(value);
  });
}

/** A query as it stands in an address: what is empty, false or not there is left out, true is 1. */
export function queryText(query: object): string {
  const parts = Object.entries(query).filter(
    ([, value]) => value !== undefined && value !== '' && value !== null && value !== false,
  );
  const text = new URLSearchParams(
    parts.map(([key, value]) => [key, value === true ? '1' : String(value)]),
  ).toString();
  return text && `?${text}`;
}

/** The address of a route, from the root of the site. */
export const addressOf = <Path extends string, Query>(
  route: Route<unknown, Path, Query, unknown>,
  params: ParamsOf<Path>,
  query: Partial<Query> & object = {} as Partial<Query> & object,
): string => `${API_ROOT}${pathOf(route.path, params)}${queryText(query)}`;
