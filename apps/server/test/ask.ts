import type { Desk } from './desk.ts';

/** Asks a desk's API; what has no body is null. */
export type Ask = <T>(path: string, method?: string, body?: unknown) => Promise<{ status: number; value: T }>;

export const asking =
  (desk: () => Desk): Ask =>
  async <T>(path: string, method = 'GET', body?: unknown) => {
    const response = await fetch(`${desk().address}/api${path}`, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }),
    });
    const text = await response.text();
    return { status: response.status, value: (text === '' ? null : JSON.parse(text)) as T };
  };
