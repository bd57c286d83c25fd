import type { ComponentType } from 'react';
import type { Id, Thing } from '@deft/core/page';
import type { HandName, PlaceName } from '../../data/desk-slice';
import type { KeyAct } from '../keys';
import type { Shell } from './shell-context';

/** What every panel over a page is given. */
export interface PassPanelProps {
  readonly onBack: () => void;
  readonly onClose: () => void;
}

/** A panel that a pass adds to the shell's own. */
export interface PassPanel {
  readonly name: string;
  /** How it is offered under Looks; null where something else opens it. */
  readonly label: string | null;
  readonly Panel: ComponentType<PassPanelProps>;
}

/**
 * What differs from one stage of work on a page to another. A pass is a plain object: to add one is to write
 * its file and to name it in one list.
 */
export interface Pass {
  readonly name: string;
  /** The hands it offers, in the order of their keys. */
  readonly hands: readonly HandName[];
  /** With which of them it begins, by what lies on the page. */
  readonly firstHand: (things: ReadonlyMap<Id, Thing>) => HandName;
  /** Where the reference may sit; empty where there is none. */
  readonly places: readonly PlaceName[];
  readonly firstPlace: (wide: boolean) => PlaceName | null;
  /** What to do first: shown until it is begun. */
  readonly hint: string;
  /** Whether what it is for is begun; by itself once anything is drawn. */
  readonly isBegun?: (things: ReadonlyMap<Id, Thing>) => boolean;
  readonly panels: readonly PassPanel[];
  /** What else of the reference may be seen or not, among the looks. */
  readonly Seeing?: ComponentType;
  /** What lies in the tray before what the hand offers. */
  readonly Row?: ComponentType;
  /** What stands in the tray in place of the reference's control: the pass's main act. */
  readonly MainAct?: ComponentType;
  /**
   * What lies beside the page in the reference's stead: a board, for instance. It may render the reference.
   */
  readonly Beside?: ComponentType;
  /** What lies between page and tray: names for what is placed, for instance. */
  readonly Under?: ComponentType;
  /** What lies over the page and is part of the work on it: loops round drawings, for instance. */
  readonly Over?: ComponentType;
  /** Only the page is on the screen, without tray, sheets and keys: what stands round it is another's. */
  readonly bare?: boolean;
  /** What else is picked with what one picks. */
  readonly along?: (things: ReadonlyMap<Id, Thing>, ids: ReadonlySet<Id>) => ReadonlySet<Id>;
  /** What its own keys do. @returns whether the key was one of them */
  readonly onKey?: (act: KeyAct, shell: Shell) => boolean;
}
