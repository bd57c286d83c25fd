import type { Server, ServerResponse } from 'node:http';

/** What is said to whoever listens never ends by itself: nothing is lost where it is cut. */
const isEndless = (response: ServerResponse): boolean =>
  String(response.getHeader('Content-Type')).startsWith('text/event-stream');

/**
 * How a server is closed: no new requests, those under way may end, then the rest is cut, at the latest after
 * so many milliseconds. Asked for before it gets its first request.
 */
export function closerOf(server: Server): (patienceMs?: number) => Promise<void> {
  const answering = new Set<ServerResponse>();
  let closing = false;
  const cutWhenDone = (): void => {
    if (closing && [...answering].every(isEndless)) server.closeAllConnections();
  };
  server.on('request', (_request, response) => {
    answering.add(response);
    response.once('close', () => {
      answering.delete(response);
      cutWhenDone();
    });
  });
  return async (patienceMs = 2000) => {
    const closed = new Promise<void>((resolve) => server.close(() => resolve()));
    closing = true;
    const cut = setTimeout(() => server.closeAllConnections(), patienceMs);
    cutWhenDone();
    await closed;
    clearTimeout(cut);
  };
}
