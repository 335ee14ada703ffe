import type { ComponentType } from 'react';
import type { Item, ItemEdit, Slide } from '../api/types';
import { chart } from './chart/kind';
import { flow } from './flow/kind';
import { frame } from './frame/kind';
import { icon } from './icon/kind';
import { line } from './line/kind';
import { shape } from './shape/kind';
import { table } from './table/kind';
import { veil } from './veil/kind';
import { words } from './words/kind';

/** One verb of an item: a word under the stage that opens a line of controls, or acts at once. */
export interface ItemVerb {
  id: string;
  name: string;
  /** The key that opens it. */
  key?: string;
  Controls?: ComponentType<{ slide: Slide; item: Item }>;
  run?(slide: Slide, item: Item): void;
  when?(slide: Slide, item: Item): boolean;
}

/** How a new one is added: by a word under the stage, by a key, by an entry of the list of commands. */
export interface ItemAdding {
  name: string;
  /** In the list of commands. */
  command: string;
  key?: string;
  /** What it is at first. */
  item: ItemEdit;
  /** The verb that is opened for it then. */
  verb: string;
  /** Offered among others behind one word, not by a word of its own. */
  among?: boolean;
}

/** Everything that one kind of item brings to the client. */
export interface ItemClient {
  kind: string;
  verbs: ItemVerb[];
  /** How one is added here; a kind that has none is added elsewhere. */
  add?: ItemAdding;
  /** What the facts side says of it; nothing where there is nothing to say. */
  Facts?: ComponentType<{ slide: Slide; item: Item }>;
  /** Its numbers, at the bottom of the facts side. */
  Numbers?: ComponentType<{ slide: Slide; item: Item }>;
}

/**
 * The kinds of items, as the client knows them: the only list. A kind that is not in it is moved, ordered and removed
 * like any other.
 */
export const kinds: ItemClient[] = [frame, veil, words, chart, table, flow, shape, line, icon];

const unknown: ItemClient = { kind: '', verbs: [] };

export const kindOf = (item: Item | undefined): ItemClient => kinds.find((k) => k.kind === item?.item.kind) ?? unknown;
