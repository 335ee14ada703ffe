import { createContext, useContext } from 'react';
import type { Command, Deck, Point, Scene, Slide } from '../api/types';

export interface OpenDeck {
  deck: Deck;
  scenes: Record<string, Scene[]>;
  slide: Slide | undefined;
  point: Point | undefined;
  choose(slideId: string): void;
  choosePoint(pointId: string): void;
  goTo(station: string): void;
  edit(command: Command): Promise<boolean>;
  undo(): Promise<boolean>;
  redo(): Promise<boolean>;
}

export const DeckContext = createContext<OpenDeck | null>(null);

/** The deck that is open here. */
export function useOpenDeck(): OpenDeck {
  const open = useContext(DeckContext);
  if (!open) throw new Error('No deck is open here.');
  return open;
}
