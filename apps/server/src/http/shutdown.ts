import type { Server } from 'node:http';

/** Closes a server: no new requests, those under way may end, then the rest is cut. */
export async function closeServer(server: Server, patienceMs = 2000): Promise<void> {
  const closed = new Promise<void>((resolve) => server.close(() => resolve()));
  server.closeIdleConnections();
  const cut = setTimeout(() => server.closeAllConnections(), patienceMs);
  await closed;
  clearTimeout(cut);
}
