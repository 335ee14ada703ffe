import type { Scene, SceneNode } from '../api/types';

/** The photos of a scene, each with the greatest width of its whole picture as a share of the scene's width. */
export function photoShares(scene: Scene): Map<string, number> {
  const shares = new Map<string, number>();
  const put = (id: string, share: number) => shares.set(id, Math.max(share, shares.get(id) ?? 0));
  const walk = (nodes: SceneNode[], scale: number) => {
    for (const n of nodes) {
      if (n.kind === 'group') walk(n.nodes, scale * (n.scale ?? 1));
      else if (n.kind === 'photo') put(n.photoId, n.image.width * scale);
      else if (n.kind === 'media' && n.posterId) put(n.posterId, n.rect.width * scale);
    }
  };
  walk(scene.nodes, 1 / scene.width);
  return shares;
}

/** Whether a node shows a photo anywhere inside. */
export const showsPhoto = (node: SceneNode): boolean =>
  node.kind === 'photo' || node.kind === 'media' || (node.kind === 'group' && node.nodes.some(showsPhoto));

/** What a scene shows and says, in reading order, for those who cannot see it. */
export const inWords = (scene: Scene) => scene.parts.map((p) => p.says).join('. ');
