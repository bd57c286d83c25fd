import { randomBytes, randomInt, timingSafeEqual } from 'node:crypto';
import type { Guest } from '@deft/contract';
import type { Id } from '@deft/core/page';
import { newId } from '../ids.ts';
import type { Store } from '../store/store.ts';

const DIGITS = 8;
/** How long a code holds, milliseconds. */
const HOLDS = 10 * 60_000;
/**
 * Wrong codes before another takes its place, and how long the door then hears no code, milliseconds; longer
 * each
 * time.
 */
const TRIES = 5;
const LOCK = 15_000;
const LONGEST_LOCK = 10 * 60_000;

/** Somebody new was let in, with a token to be known by, or was not, and why. */
export type Admission =
  { readonly let: 'in'; readonly token: string } | { readonly let: 'out'; readonly sentence: string };

/**
 * Who is let in from the local network. Somebody new shows the code that the desk shows; somebody
 * known shows a token, which can be taken back. Shut, it lets nobody in, known or not.
 */
export class Door {
  private code: string | null = null;
  private until = 0;
  private wrong = 0;
  private lockedUntil = 0;
  private lockedFor = LOCK;
  private readonly known = new Map<string, Id>();

  /** @param now milliseconds, for tests */
  constructor(
    private readonly store: Pick<Store, 'listGuests' | 'keepGuest' | 'findGuest' | 'removeGuest'>,
    private readonly now: () => number = Date.now,
  ) {}

  get isOpen(): boolean {
    return this.code !== null;
  }

  open(): void {
    if (!this.isOpen) this.renew();
  }

  shut(): void {
    this.code = null;
    this.known.clear();
  }

  private renew(): void {
    this.code = Array.from({ length: DIGITS }, () => randomInt(10)).join('');
    this.until = this.now() + HOLDS;
    this.wrong = 0;
  }

  /** The code and until when it holds; another once that has passed. Null while the door is shut. */
  shown(): { code: string; until: number } | null {
    if (this.code === null) return null;
    if (this.now() >= this.until) this.renew();
    return { code: this.code, until: this.until };
  }

  /** Somebody new at the door. The right code is used up; after a few wrong ones another takes its place. */
  async admit(code: string, name: string): Promise<Admission> {
    const shown = this.shown();
    if (!shown) return { let: 'out', sentence: 'This desk is shut.' };
    const wait = this.lockedUntil - this.now();
    if (wait > 0)
      return {
        let: 'out',
        sentence: `Too many wrong codes. Wait ${Math.ceil(wait / 1000)} seconds, then type the new code that the desk shows.`,
      };
    const [given, right] = [Buffer.from(code.padEnd(DIGITS).slice(0, DIGITS)), Buffer.from(shown.code)];
    if (code.length !== DIGITS || !timingSafeEqual(given, right)) {
      this.wrong += 1;
      if (this.wrong >= TRIES) {
        this.renew();
        this.lockedUntil = this.now() + this.lockedFor;
        this.lockedFor = Math.min(LONGEST_LOCK, 2 * this.lockedFor);
      }
      return { let: 'out', sentence: 'That is not the code the desk shows.' };
    }
    this.renew();
    this.lockedFor = LOCK;
    const token = randomBytes(32).toString('base64url');
    await this.store.keepGuest({ id: newId(), name: name || 'A phone', token });
    return { let: 'in', token };
  }

  /** Whether the token is known and the door is open. */
  async knows(token: string | null): Promise<boolean> {
    if (token === null || !this.isOpen) return false;
    if (this.known.has(token)) return true;
    const guest = await this.store.findGuest(token);
    if (guest === null) return false;
    this.known.set(token, guest);
    return true;
  }

  guests(): Promise<Guest[]> {
    return this.store.listGuests();
  }

  /** Takes a token back: from now on it opens nothing. */
  async removeGuest(guest: Id): Promise<void> {
    await this.store.removeGuest(guest);
    for (const [token, id] of this.known) if (id === guest) this.known.delete(token);
  }
}
