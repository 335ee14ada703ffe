import type { Scene, SceneNode } from '../api/types';

/** A picture that a scene shows: a photo, and what is done to its pixels. */
export interface ShownPhoto {
  id: string;
  treatment: string | null;
  /** The greatest width of its whole picture as a share of the scene's width. */
  share: number;
}

/** The pictures of a scene. What moves may be shown larger than it stands. */
export function photosOf(scene: Scene, larger: (itemId: string) => number = () => 1): ShownPhoto[] {
  const shown = new Map<string, ShownPhoto>();
  const put = (id: string, treatment: string | null, share: number) => {
    const name = `${id}~${treatment ?? ''}`;
    shown.set(name, { id, treatment, share: Math.max(share, shown.get(name)?.share ?? 0) });
  };
  const walk = (nodes: SceneNode[], scale: number) => {
    for (const n of nodes) {
      if (n.kind === 'group') walk(n.nodes, scale * (n.scale ?? 1) * (n.itemId ? larger(n.itemId) : 1));
      else if (n.kind === 'photo') put(n.photoId, n.treatment ?? null, n.image.width * scale);
    }
  };
  walk(scene.nodes, 1 / scene.width);
  return [...shown.values()];
}

/** Whether a node shows a photo anywhere inside. */
export const showsPhoto = (node: SceneNode): boolean =>
  node.kind === 'photo' || (node.kind === 'group' && node.nodes.some(showsPhoto));

/** What a scene shows and says, in reading order, for those who cannot see it. */
export const inWords = (scene: Scene) => scene.parts.map((p) => p.says).join('. ');
