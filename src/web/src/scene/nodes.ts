import type { LinesNode, PhotoNode, Scene } from '../api/types';

/** The placed photo of a scene, if it has one. */
export const photoOf = (scene: Scene | undefined) =>
  scene?.nodes.find((n): n is PhotoNode & { kind: 'photo' } => n.kind === 'photo');

/** The lines of words of a scene. */
export const linesOf = (scene: Scene | undefined) =>
  scene?.nodes.filter((n): n is LinesNode & { kind: 'lines' } => n.kind === 'lines') ?? [];
