import {
  Replica,
  settledGuides,
  type Answer,
  type Change,
  type Id,
  type Operation,
  type Thing,
  type ThingType,
} from '@deft/core/page';
import { addressOf, API } from '@deft/contract';
import { DeskRefused, refusalIn } from './refusals';
import type { Journal } from './journal';
import { newId } from './new-id';
import { readOn } from './read-page';

/** Whether all is on the desk, on its way there, or kept here until the desk answers again. */
export type SaveState = 'saved' | 'saving' | 'kept here';

/** Calls back whenever the desk says that a page has grown, with its last number. @returns how to stop */
export type Listen = (page: Id, grown: (head: number) => void) => () => void;

export const listenToDesk: Listen = (page, grown) => {
  if (typeof EventSource === 'undefined') return () => undefined;
  const source = new EventSource(addressOf(API.pages.stream, { page }));
  source.onmessage = ({ data }) => grown(Number(data));
  return () => source.close();
};

/**
 * Sends a batch and reads on; throws where the desk does not answer, `DeskRefused` where it will not have it.
 */
export type Send = (page: Id, after: number, operations: readonly Operation[]) => Promise<Answer>;

const BATCH = 100;
/** Characters of strokes in one batch, so that long ones do not make it more than the desk takes. */
const BATCH_SIZE = 4_000_000;
const PATIENCE = [300, 1000, 2000, 4000];

export const sendToDesk: Send = async (page, after, operations) => {
  if (operations.length === 0) return readOn(page, after);
  const response = await fetch(addressOf(API.pages.append, { page }), {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ after, operations }),
  });
  if (response.ok) return (await response.json()) as Answer;
  throw await refusalIn(response);
};

const sizeOf = ({ body }: Operation): number =>
  'ids' in body
    ? 0
    : [...(body.add ?? []), ...(body.set ?? []).map(({ to }) => to)].reduce(
        (sum, thing) => sum + ('points' in thing ? (thing.points?.length ?? 0) : 200),
        0,
      );

/** As many of the first operations as go in one batch; one at the least. */
function firstOf(pending: readonly Operation[]): Operation[] {
  const taken: Operation[] = [];
  let size = 0;
  for (const operation of pending) {
    size += sizeOf(operation);
    if (taken.length > 0 && (taken.length === BATCH || size > BATCH_SIZE)) break;
    taken.push(operation);
  }
  return taken;
}

type Listener = (changed: ReadonlySet<Id>) => void;

/**
 * One open page: its replica, the journal under it and the desk behind it. Nothing drawn waits
 * for the network; what the desk has not confirmed stays in the journal and is sent again.
 */
export class PageKeeper {
  readonly replica: Replica;
  readonly #listeners = new Set<Listener>();
  readonly #stateListeners = new Set<() => void>();
  /**
   * What each thing was last known to be, and how often each type has changed; 'any' where that is not known.
   */
  readonly #types = new Map<Id, ThingType | 'any'>();
  readonly #changes = new Map<ThingType | 'any', number>();
  #state: SaveState = 'saving';
  #refused: string | null = null;
  #writing: Promise<unknown> = Promise.resolve();
  #sending: Promise<void> | null = null;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | null = null;
  #closed = false;
  #stopListening: (() => void) | null = null;
  #ready = false;
  /** What was done before this stays done, milliseconds since 1970. */
  #undoFrom = 0;

  constructor(
    readonly page: Id,
    private readonly journal: Journal,
    private readonly send: Send = sendToDesk,
    private readonly listen: Listen = listenToDesk,
  ) {
    this.replica = new Replica(page, journal.device);
  }

  get things(): ReadonlyMap<Id, Thing> {
    return this.replica.log.things;
  }

  get state(): SaveState {
    return this.#state;
  }

  /** The desk's sentence for what it would not take, or null. */
  get refused(): string | null {
    return this.#refused;
  }

  /** Whether the page has come from the desk at least once, or has something of its own to show. */
  get ready(): boolean {
    return this.#ready;
  }

  async open(): Promise<void> {
    await this.#takeUpJournal();
    if (this.#closed) return;
    const behind = (head: number): boolean => head > this.replica.head || this.#failures > 0;
    this.#stopListening = this.listen(this.page, (head) => {
      // A round that is under way may have asked before the page grew.
      if (behind(head)) void this.sync().then(() => (behind(head) ? this.sync() : undefined));
    });
    await this.sync();
  }

  close(): void {
    this.#closed = true;
    this.#stopListening?.();
    if (this.#timer) clearTimeout(this.#timer);
    this.#listeners.clear();
    this.#stateListeners.clear();
  }

  onChange(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** How often things of these types have changed: the same number, the same things. */
  changesOf(types: readonly ThingType[]): number {
    return [...types, 'any' as const].reduce((sum, type) => sum + (this.#changes.get(type) ?? 0), 0);
  }

  onState(listener: () => void): () => void {
    this.#stateListeners.add(listener);
    return () => this.#stateListeners.delete(listener);
  }

  /**
   * Carries out a gesture: journaled, then shown, then sent. What goes on from how things stand is given as a
   * function of them: it is asked once all gestures before it are shown, however fast they follow each other.
   * Guides that hang on what goes stay where they are.
   * @returns what was carried out; null where the function found nothing to do
   */
  commit(change: Change | ((things: ReadonlyMap<Id, Thing>) => Change | null)): Promise<Change | null> {
    return this.#write(() => {
      const asked = typeof change === 'function' ? change(this.things) : change;
      return asked && settledGuides(this.things, asked);
    });
  }

  /** From now on only what comes is undone: what is there belongs to a drawing that is closed. */
  settle(): void {
    this.#undoFrom = Date.now();
  }

  undo(): Promise<unknown> {
    return this.#write(() => {
      const last = this.replica.log.undoable(this.replica.device, this.#undoFrom);
      return last && { ids: [last.id] };
    });
  }

  redo(): Promise<unknown> {
    return this.#write(() => {
      const last = this.replica.log.redoable(this.replica.device, this.#undoFrom);
      return last && { ids: [last.id] };
    });
  }

  /** Sends what is unconfirmed and reads what is new; resolves when that is done or has failed. */
  sync(): Promise<void> {
    this.#sending ??= this.#round().finally(() => {
      this.#sending = null;
    });
    return this.#sending;
  }

  /** Waits until everything written so far is on the desk. Throws where the desk does not answer. */
  async flush(): Promise<void> {
    await this.#writing;
    await this.sync();
    if (this.replica.pending.length > 0) await this.sync();
    if (this.replica.pending.length > 0) throw new Error('The desk does not answer.');
  }

  #write<T extends Change | { ids: Id[] }>(body: () => T | null): Promise<T | null> {
    // The moment of the gesture, not of its journal: it may have been the last before a bell.
    const at = Date.now();
    const done = this.#writing.then(async () => {
      const what = body();
      if (!what) return null;
      const id = newId();
      const operation = await this.journal.append(this.page, (n) =>
        this.replica.compose(what, { id, n, at }),
      );
      this.#tell(this.replica.show(operation));
      this.#setState(this.#failures > 0 ? 'kept here' : 'saving');
      void this.sync();
      return what;
    });
    this.#writing = done.catch(() => undefined);
    return done;
  }

  async #round(): Promise<void> {
    try {
      do {
        const batch = firstOf(this.replica.pending);
        const answer = await this.send(this.page, this.replica.head, batch);
        const own = this.replica.pending.map(({ id }) => id);
        const changed = this.replica.receive(answer);
        const left = new Set(this.replica.pending.map(({ id }) => id));
        const confirmed = own.filter((id) => !left.has(id));
        if (confirmed.length > 0) await this.journal.confirm(confirmed);
        this.#failures = 0;
        this.#refused = null;
        this.#ready = true;
        this.#tell(changed);
      } while (this.replica.pending.length > 0 && !this.#closed);
      this.#setState('saved');
    } catch (error) {
      this.#failures += 1;
      // Another tab of this device wrote down something that is not on the desk yet: it goes first.
      const refused = error instanceof DeskRefused && error.refusal !== null ? error : null;
      const taken = refused?.refusal === 'OutOfSequence' && (await this.#takeUpJournal());
      // What it has not the room for it will take later; what went wrong on it is not about these strokes.
      if (refused && !taken && (refused.status < 500 || refused.refusal === 'DiskFull'))
        this.#refused = refused.message;
      this.#setState('kept here');
      if (this.#closed) return;
      if (this.#timer) clearTimeout(this.#timer);
      this.#timer = setTimeout(
        () => void this.sync(),
        PATIENCE[Math.min(this.#failures, PATIENCE.length) - 1],
      );
    }
  }

  /**
   * Takes up what other tabs of this device have written down for this page.
   * @returns whether there was anything
   */
  async #takeUpJournal(): Promise<boolean> {
    const changed = new Set<Id>();
    const before = this.replica.pending.length;
    for (const operation of await this.journal.pending(this.page))
      for (const id of this.replica.show(operation)) changed.add(id);
    this.#tell(changed);
    return this.replica.pending.length > before;
  }

  #setState(state: SaveState): void {
    if (state === this.#state) return;
    this.#state = state;
    for (const listener of this.#stateListeners) listener();
  }

  #tell(changed: ReadonlySet<Id>): void {
    for (const id of changed) {
      const type = this.things.get(id)?.type ?? this.#types.get(id) ?? 'any';
      this.#types.set(id, type);
      this.#changes.set(type, (this.#changes.get(type) ?? 0) + 1);
    }
    if (changed.size === 0) this.#changes.set('any', (this.#changes.get('any') ?? 0) + 1);
    for (const listener of this.#listeners) listener(changed);
  }
}
