// @vitest-environment jsdom
import { expect, it } from 'vitest';
import type { SceneNode } from '../api/types';
import { facesOf } from './keepOffline';
import type { TalkPage } from './useTalk';

it('knows the faces of a talk, in groups within groups, each once', () => {
  const text = (face: string) => ({ kind: 'text', face }) as SceneNode;
  const group = (...nodes: SceneNode[]) => ({ kind: 'group', nodes }) as SceneNode;
  const page = (...nodes: SceneNode[]) => ({ scene: { nodes } }) as unknown as TalkPage;
  const faces = facesOf([page(text('A'), group(group(text('B')), text('A'))), page({ kind: 'path' } as SceneNode)]);
  expect([...faces].sort()).toEqual(['A', 'B']);
});
