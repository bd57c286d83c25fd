import { createServer, type Server } from 'node:http';
import { networkInterfaces } from 'node:os';
import type { Express } from 'express';
import type { Door } from './door.ts';
import { lanApp } from './lan-app.ts';

/** This machine's address in its local network; null where it is in none. */
export function lanAddress(interfaces = networkInterfaces()): string | null {
  const all = Object.values(interfaces)
    .flatMap((list) => list ?? [])
    .filter(({ family, internal }) => family === 'IPv4' && !internal)
    .map(({ address }) => address);
  return all.find((address) => /^(192\.168|10|172\.(1[6-9]|2\d|3[01]))\./.test(address)) ?? all[0] ?? null;
}

/** Listens on the local network while the door is open, and not otherwise. */
export class Lan {
  private server: Server | null = null;
  private at: string | null = null;

  /**
   * @param deskFor makes the desk for an address
   * @param host where to listen; found out when it is opened where null
   */
  constructor(
    private readonly door: Door,
    private readonly deskFor: (address: string) => Express,
    private readonly port: number,
    private readonly host: string | null = null,
  ) {}

  /** Where the desk is found; null while it does not listen. */
  get address(): string | null {
    return this.at;
  }

  async open(): Promise<void> {
    if (this.server) return;
    const host = this.host ?? lanAddress();
    if (!host) return;
    const server = createServer();
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(this.port, host, resolve);
    });
    const { port } = server.address() as { port: number };
    const address = `${host}:${port}`;
    server.on('request', lanApp(this.door, this.deskFor(address), address));
    this.server = server;
    this.at = address;
    this.door.open();
  }

  async close(): Promise<void> {
    this.door.shut();
    const { server } = this;
    this.server = null;
    this.at = null;
    if (!server) return;
    server.closeAllConnections();
    await new Promise<void>((resolve) => server.close(() => resolve()));
  }
}
