import { createApi, fetchBaseQuery, type FetchArgs } from '@reduxjs/toolkit/query/react';
import { API_ROOT, pathOf, queryText, type ParamsOf, type Route } from '@deft/contract';

/**
 * What answers are remembered by. A thing by its id; a list by `LIST`; studies of a reference also by
 * that reference's id, as `StudiesOf`.
 */
const TAGS = [
  'Reference',
  'Set',
  'Alike',
  'Board',
  'Drawing',
  'Session',
  'Plan',
  'Paper',
  'Door',
  'Study',
  'Task',
  'StudiesOf',
  'Report',
  'Recipe',
  'Rule',
  'Removed',
] as const;

/** The id that a list goes by. */
export const LIST = 'LIST';

/** A list of things, to provide or to invalidate. */
export const listOf = <T extends (typeof TAGS)[number]>(type: T): { type: T; id: string } => ({
  type,
  id: LIST,
});

/**
 * The desk's resources. What is used in one feature is injected there (`references/api.ts` …), what several
 * use
 * in `data/`. Page contents do not come this way: see page-keeper.ts.
 */
export const api = createApi({
  baseQuery: fetchBaseQuery({ baseUrl: API_ROOT }),
  tagTypes: TAGS,
  endpoints: () => ({}),
});

/**
 * How a route of the contract is asked for.
 * @example query: (id: Id) => ask(API.sets.read, { params: { id } })
 */
export function ask<Path extends string, Query, Body>(
  { method, path }: Route<unknown, Path, Query, Body>,
  {
    params = {} as ParamsOf<Path>,
    query = {},
    body,
  }: { params?: ParamsOf<Path>; query?: Partial<Query> & object; body?: Partial<Body> | FormData } = {},
): FetchArgs {
  return { url: `${pathOf(path, params)}${queryText(query)}`, method, body: body as unknown };
}
