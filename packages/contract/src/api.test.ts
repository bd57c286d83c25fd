import { API } from './api.ts';
import { addressOf, pathOf, queryText, type AnyRoute } from './route.ts';

const routes = Object.values(API).flatMap((group) =>
  'method' in group ? [group] : (Object.values(group) as AnyRoute[]),
);

test('no two routes answer at the same place, and what only reads takes no body', () => {
  const places = routes.map(({ method, path }) => `${method} ${path.replace(/:\w+/g, ':')}`);
  expect(new Set(places).size).toBe(places.length);
  for (const { method, body } of routes) if (method === 'GET') expect(body).toBeNull();
});

test('a route with a fixed word stands before one that would take the word for a name', () => {
  const seen: string[] = [];
  for (const { method, path } of routes) {
    const shadowing = seen.find((earlier) =>
      new RegExp(`^${earlier.replace(/:\w+/g, '[^/]+')}$`).test(`${method} ${path.replace(/:/g, '')}`),
    );
    expect(shadowing && `${shadowing} before ${path}`).toBeUndefined();
    seen.push(`${method} ${path}`);
  }
});

test('an address has its names filled in and escaped, and only the query that says something', () => {
  expect(addressOf(API.references.putMark, { id: 'a/b', mark: 'c' })).toBe('/api/references/a%2Fb/marks/c');
  expect(addressOf(API.references.list, {}, { q: 'a b', hidden: true, from: 0 })).toBe(
    '/api/references?q=a+b&hidden=1&from=0',
  );
  expect(queryText({ q: '', set: undefined, loose: false })).toBe('');
  expect(() => pathOf('/sets/:id', { id: '' })).toThrow(RangeError);
});
