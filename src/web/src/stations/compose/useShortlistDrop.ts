import { useState, type DragEvent } from 'react';
import type { Item, Scene, Slide, SlidePoint, SlideRect } from '../../api/types';
import { useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { bring } from '../../deck/newItem';
import { editFrame } from '../../items/frame/useFrame';
import { dragged, photosDragged } from './shortlistDrag';
import { useStageView } from './useStageView';
import type { useSlideGrid } from './useSlideGrid';

interface Props {
  slide: Slide;
  scene: Scene;
  grid: ReturnType<typeof useSlideGrid>;
  place(x: number, y: number): SlidePoint;
  frameAt(p: SlidePoint): Item | undefined;
}

// How far from a cell its edge is still meant, in slide units, beside half of the gutter.
const beside = 8;

/**
 * Where photos of the strip come that are dropped: on cells while the grid is shown, on the line between two on both;
 * into
 * the frame under the hand; else where the hand is. Several at once are arranged.
 */
export function useStripDrop({ slide, scene, grid, place, frameAt }: Props) {
  const [target, setTarget] = useState<SlideRect[] | null>(null);
  const gridShown = useStageView((v) => v.gridShown);
  const cellsAt = (p: SlidePoint) => {
    const reach = (grid?.grid.gutter ?? 0) / 2 + beside;
    return (grid?.cells ?? []).filter(
      (c) => p.x >= c.x - reach && p.x <= c.x + c.width + reach && p.y >= c.y - reach && p.y <= c.y + c.height + reach,
    );
  };
  const onDragOver = (e: DragEvent) => {
    if (!dragged(e)) return;
    e.preventDefault();
    e.stopPropagation();
    const p = place(e.clientX, e.clientY);
    const frame = frameAt(p);
    setTarget(gridShown ? cellsAt(p) : frame ? [frame.item.at.rect] : []);
  };
  const onDrop = (e: DragEvent) => {
    const ids = photosDragged(e);
    setTarget(null);
    const [photoId] = ids;
    if (!photoId) return;
    e.preventDefault();
    e.stopPropagation();
    if (ids.length > 1)
      return void edit({ kind: 'add-photos', slideId: slide.id, photoIds: ids }).then(
        (done) => done && useChoice.setState({ tool: 'arrange', itemId: null, also: [] }),
      );
    const p = place(e.clientX, e.clientY);
    const cells = gridShown ? cellsAt(p) : [];
    const frame = frameAt(p);
    if (cells.length === 0 && frame) return void editFrame(slide, frame, { photoId });
    const [width, height] = [scene.width / 3, scene.height / 3];
    void bring(slide.id, {
      kind: 'add-item',
      slideId: slide.id,
      item: { kind: 'frame', photoId },
      rect: cells.length > 0 ? around(cells) : { x: p.x - width / 2, y: p.y - height / 2, width, height },
    });
  };
  return { target, onDragOver, onDrop, onDragLeave: () => setTarget(null) };
}

const around = (rects: SlideRect[]): SlideRect => {
  const x = Math.min(...rects.map((r) => r.x));
  const y = Math.min(...rects.map((r) => r.y));
  return {
    x,
    y,
    width: Math.max(...rects.map((r) => r.x + r.width)) - x,
    height: Math.max(...rects.map((r) => r.y + r.height)) - y,
  };
};
