import { frameTexts } from './texts';
import type { ItemClient } from '../kinds';
import { FrameFacts, FrameNumbers } from './FrameFacts';
import { lazyPart, soonPart } from '../../ui/lazyPart';
import { frameOf } from './useFrame';

const controls = () => import('./FrameControls');

/** Photos seen through a crop window. */
export const frame: ItemClient = {
  kind: 'frame',
  verbs: [
    {
      id: 'reframe',
      name: frameTexts.reframe,
      key: 'F',
      Controls: soonPart(async () => ({ default: (await controls()).ReframeControls })),
    },
    {
      id: 'shape',
      name: frameTexts.cutToShape,
      key: 'M',
      Controls: soonPart(async () => ({ default: (await controls()).MaskControls })),
    },
    {
      id: 'clip',
      name: frameTexts.playing,
      key: 'P',
      Controls: lazyPart(() => import('./ClipControls')),
      when: (_, item) => Boolean(frameOf(item)?.clip),
    },
    {
      id: 'edge',
      name: frameTexts.edge,
      Controls: soonPart(async () => ({ default: (await import('./FrameEdgeControls')).FrameEdgeControls })),
    },
    {
      id: 'straighten',
      name: frameTexts.straighten,
      Controls: soonPart(async () => ({ default: (await controls()).StraightenControls })),
    },
    {
      id: 'tone',
      name: frameTexts.tone,
      Controls: soonPart(async () => ({ default: (await import('./ToneControls')).ToneControls })),
    },
    {
      id: 'hide',
      name: frameTexts.hidePart,
      Controls: soonPart(async () => ({ default: (await import('./CoverControls')).CoverControls })),
    },
    {
      id: 'merge',
      name: frameTexts.merge,
      Controls: soonPart(async () => ({ default: (await controls()).BlendControls })),
      when: (_, item) => Boolean(frameOf(item)?.blend),
    },
    {
      id: 'credit',
      name: frameTexts.credit,
      Controls: soonPart(async () => ({ default: (await controls()).CreditControls })),
    },
  ],
  Facts: FrameFacts,
  Numbers: FrameNumbers,
};
