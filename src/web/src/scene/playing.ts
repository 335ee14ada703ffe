import { createContext, type ReactNode } from 'react';
import type { PhotoNode, Playing, Scene, SceneNode } from '../api/types';

/** Paints what plays in the place of a picture, over it; null where everything stands still. */
export const PlayingContext = createContext<((node: PhotoNode) => ReactNode) | null>(null);

/** What plays on a scene, with the item that shows it. */
export function playingOn(scene: Scene | undefined): { itemId: string | null; plays: Playing; alt: string }[] {
  const found: { itemId: string | null; plays: Playing; alt: string }[] = [];
  const walk = (nodes: SceneNode[], itemId: string | null) => {
    for (const n of nodes)
      if (n.kind === 'group') walk(n.nodes, n.itemId ?? itemId);
      else if (n.kind === 'photo' && n.plays) found.push({ itemId, plays: n.plays, alt: n.alt });
  };
  walk(scene?.nodes ?? [], null);
  return found;
}
