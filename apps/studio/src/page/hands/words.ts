import { translation } from '@deft/core/geometry';
import type { Change, Id, Note, Saying } from '@deft/core/page';
import { newId } from '../../data/new-id';
import type { WordsTool } from '../../data/desk-slice';
import { orderOnTop, sheetFor, whyNot, type Obstacle } from '../place-on';
import { pickAt } from '../selection';
import type { Hand, Sample } from '../pointer';
import type { Surface } from '../surface';

export interface WordsEvents {
  /** Words are wanted at a place, or those of a note changed; `say` takes them, or nothing. */
  readonly ask: (before: string, say: (text: string | null) => void) => void;
  readonly refused?: (refusal: Obstacle) => void;
}

/** Height of a line of text and of a tick, millimetres. */
const TEXT = 5;
const TICK = 6;
const REACH = 14;
const SHORTEST_DRAG = 6;

/** Writes words, arrows and counts on the page. */
export class WordsHand implements Hand {
  #tool: WordsTool = 'text';
  #colour = '#1E2430';
  #sheet: Id | null = null;
  #from: { x: number; y: number } | null = null;
  #to: { x: number; y: number } | null = null;

  constructor(
    private readonly surface: Surface,
    private readonly events: WordsEvents,
  ) {}

  take(tool: WordsTool, colour: string, sheet: Id | null): void {
    this.#tool = tool;
    this.#colour = colour;
    this.#sheet = sheet;
  }

  begin(sample: Sample): void {
    const { things } = this.surface.keeper;
    const refusal = whyNot(things, sheetFor(things, ['ink', 'tone'], this.#sheet));
    if (refusal) return this.events.refused?.(refusal);
    this.#from = this.surface.toPage(sample);
    this.#to = this.#from;
    return undefined;
  }

  extend(samples: readonly Sample[]): void {
    const last = samples.at(-1);
    if (!last || !this.#from) return;
    this.#to = this.surface.toPage(last);
    this.#show();
  }

  finish(): void {
    const [from, to] = [this.#from, this.#to];
    this.cancel();
    if (!from || !to) return;
    const { keeper, painter } = this.surface;
    if (this.#tool === 'arrow') {
      if (Math.hypot(to.x - from.x, to.y - from.y) > SHORTEST_DRAG / painter.view.scale)
        void this.#add({ kind: 'arrow', to: { x: to.x - from.x, y: to.y - from.y } }, from);
    } else if (this.#tool === 'count') void keeper.commit(() => this.#counted(from));
    else this.#askText(this.#noteAt(from), from);
  }

  cancel(): void {
    this.#from = null;
    this.#to = null;
    this.surface.painter.setOverlay(null);
  }

  #noteAt(at: { x: number; y: number }): Note | null {
    const { keeper, painter } = this.surface;
    const search = { scene: painter.scene, things: keeper.things, sheet: null };
    const touched = pickAt(search, at, REACH / painter.view.scale);
    return touched?.type === 'note' ? touched : null;
  }

  /** One tick more on the count at a place, or the first of a new one. */
  #counted(at: { x: number; y: number }): Change {
    const note = this.#noteAt(at);
    if (note?.says.kind !== 'count')
      return { add: [this.#noteWith({ kind: 'count', count: 1, size: TICK }, at)] };
    return { set: [{ id: note.id, to: { says: { ...note.says, count: note.says.count + 1 } } }] };
  }

  #askText(note: Note | null, at: { x: number; y: number }): void {
    const before = note?.says.kind === 'text' ? note.says : null;
    this.events.ask(before?.text ?? '', (text) => {
      if (text === null) return;
      if (before && note)
        void this.surface.keeper.commit(
          text ? { set: [{ id: note.id, to: { says: { ...before, text } } }] } : { remove: [note.id] },
        );
      else if (text) void this.#add({ kind: 'text', text, size: TEXT }, at);
    });
  }

  #add(says: Saying, at: { x: number; y: number }): Promise<unknown> {
    return this.surface.keeper.commit({ add: [this.#noteWith(says, at)] });
  }

  #noteWith(says: Saying, at: { x: number; y: number }): Note {
    const { keeper, painter } = this.surface;
    const sheet = sheetFor(keeper.things, ['ink', 'tone'], this.#sheet) as Id;
    return {
      type: 'note',
      id: newId(),
      sheet,
      order: orderOnTop(painter.scene, sheet),
      transform: translation(at.x, at.y),
      colour: this.#colour,
      says,
    };
  }

  #show(): void {
    const [from, to] = [this.#from, this.#to];
    if (this.#tool !== 'arrow' || !from || !to) return;
    const note: Note = {
      type: 'note',
      id: '',
      sheet: '',
      order: '',
      transform: translation(from.x, from.y),
      colour: this.#colour,
      says: { kind: 'arrow', to: { x: to.x - from.x, y: to.y - from.y } },
    };
    this.surface.painter.setOverlay((context) => this.surface.painter.paint(context, note));
  }
}
