import { useDrag, useWheel } from '@use-gesture/react';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { Item, Scene, Slide } from '../../api/types';
import { chooseItem, useChoice } from '../../deck/choice';
import { rules } from '../../deck/rules';
import { ReframeTool } from '../../items/frame/ReframeTool';
import { useReframing } from '../../items/frame/useReframing';
import { useGuides } from '../../items/frame/useGuides';
import { frameOf } from '../../items/frame/useFrame';
import { SceneView } from '../../scene/SceneView';
import { Handles } from './Handles';
import { MoveTool } from './MoveTool';
import type { Caught } from './snap';
import { useLines } from './useLines';
import type { StageTool } from '../../items/tool';
import { texts } from '../../texts';

// A nudge or a turn of the wheel is sent when no other has come for so long, in milliseconds.
const pause = 350;

/**
 * The slide, large: the painted scene, an overlay, and one tool at a time. A ground is dragged inside its slide; any
 * other thing over it.
 */
export function Stage({ scene, slide, item }: { scene: Scene; slide: Slide; item: Item | undefined }) {
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const overlay = useRef<SVGGElement>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [width, setWidth] = useState(800);
  const guides = useGuides(slide, item);
  const also = useChoice((c) => c.also);
  const snaps = useLines(slide, item);
  const reframing = useChoice((c) => c.tool === 'reframe');
  useLayoutEffect(() => {
    const fit = () => {
      const r = room.current;
      if (r) setWidth(Math.floor(Math.min(r.clientWidth, (r.clientHeight * scene.width) / scene.height)));
    };
    const watch = new ResizeObserver(fit);
    if (room.current) watch.observe(room.current);
    return () => watch.disconnect();
  }, [scene.width, scene.height]);

  const units = width / scene.width;
  const box = scene.parts.find((p) => p.itemId === item?.item.id)?.box;
  const inFrame = item?.item.at.isGround || reframing;
  const tool = useMemo<StageTool | null>(() => {
    if (!item || item.item.at.held) return null;
    const painted = () => holder.current?.querySelector<SVGElement>(`[data-item="${item.item.id}"]`) ?? null;
    if (inFrame)
      return guides && frameOf(item)
        ? new ReframeTool(slide, item, guides, {
            picture: () => painted()?.querySelector<SVGElement>('image[data-photo]') ?? null,
            lines: (lines) => overlay.current && drawLines(overlay.current, lines, scene),
          })
        : null;
    return box
      ? new MoveTool(
          slide,
          item,
          box,
          {
            painted,
            lines: (lines) => overlay.current && drawLines(overlay.current, lines, scene),
            perPixel: () => scene.width / (holder.current?.clientWidth ?? scene.width),
          },
          snaps,
        )
      : null;
  }, [slide, item, guides, snaps, inFrame, box, scene]);
  // A new scene is what was dragged to, or what stands after a refusal.
  useLayoutEffect(() => {
    useReframing.setState({ tool: tool instanceof ReframeTool ? tool : null, scale: 1 });
    return () => tool?.cancel();
  }, [tool]);
  useEffect(() => () => clearTimeout(later.current), []);

  const endSoon = () => {
    clearTimeout(later.current);
    later.current = setTimeout(() => void tool?.end(), pause);
  };
  useDrag(
    ({ first, last, movement: [mx, my], event, tap, cancel, xy: [x, y] }) => {
      if (first && (!(event.target as Element).closest('svg') || (event.target as Element).closest('[data-handle]')))
        return cancel();
      if (tap) return choosePainted(x, y, event.shiftKey);
      if (!tool) return;
      clearTimeout(later.current);
      if (first) tool.begin();
      tool.move({ dx: mx / units, dy: my / units, free: event.altKey });
      if (last) void tool.end();
    },
    { target: holder, filterTaps: true, pointer: { keys: false }, eventOptions: { passive: false } },
  );
  useWheel(
    ({ event, delta: [, dy] }) => {
      if (!tool?.scaleBy || !holder.current) return;
      event.preventDefault();
      const r = holder.current.getBoundingClientRect();
      const about = { x: (event.clientX - r.left) / units, y: (event.clientY - r.top) / units };
      tool.scaleBy(Math.exp(-dy / 700), about);
      endSoon();
    },
    { target: holder, eventOptions: { passive: false } },
  );
  // The topmost thing under a tap is chosen.
  const choosePainted = (x: number, y: number, more: boolean) => {
    const r = holder.current?.getBoundingClientRect();
    if (!r) return;
    const at = { x: (x - r.left) / units, y: (y - r.top) / units };
    const hit = scene.parts.findLast(
      (p) =>
        p.itemId !== null &&
        at.x >= p.box.x &&
        at.x <= p.box.x + p.box.width &&
        at.y >= p.box.y &&
        at.y <= p.box.y + p.box.height,
    );
    if (hit) chooseItem(hit.itemId!, more);
  };
  const keys = (e: KeyboardEvent) => {
    if (!tool || e.altKey || e.ctrlKey || e.metaKey) return;
    const by = e.shiftKey ? rules().gutter : 1;
    const d = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    if (d) tool.nudge(d[0]!, d[1]!);
    else if ((e.key === '+' || e.key === '-') && tool.scaleBy)
      tool.scaleBy(e.key === '+' ? 1.04 : 1 / 1.04, { x: scene.width / 2, y: scene.height / 2 });
    else return;
    e.preventDefault();
    e.stopPropagation();
    endSoon();
  };
  const at = item && !item.item.at.isGround ? box : undefined;
  return (
    <div ref={room} className="grid min-h-0 flex-1 place-items-center narrow:min-h-48 narrow:shrink-0">
      <div
        ref={holder}
        tabIndex={0}
        role="application"
        aria-label={
          tool instanceof ReframeTool
            ? texts.compose.slideDragOrUseThe
            : tool
              ? texts.compose.slideDragOrUseThe2(item?.says)
              : texts.compose.slide
        }
        onKeyDown={keys}
        className={`relative touch-none ${tool ? 'cursor-grab active:cursor-grabbing' : ''} ${reframing && tool ? 'outline-1 outline-verdigris' : ''}`}
        style={{ width, height: (width * scene.height) / scene.width }}
      >
        <SceneView scene={scene} width={width} className="w-full" />
        <svg
          viewBox={`0 0 ${scene.width} ${scene.height}`}
          className="pointer-events-none absolute inset-0 h-full w-full fill-none stroke-verdigris"
          strokeWidth={1.5 / units}
          aria-hidden
        >
          <g ref={overlay} />
          {scene.parts
            .filter((p) => p.itemId !== null && also.includes(p.itemId))
            .map((p) => (
              <rect key={p.itemId} {...p.box} strokeDasharray={`${2 / units} ${4 / units}`} />
            ))}
          {at && <rect {...at} strokeDasharray={`${6 / units} ${4 / units}`} />}
          {at && item && item.item.kind !== 'words' && !item.item.at.held && item.item.at.turn === 0 && !reframing && (
            <Handles
              slide={slide}
              item={item}
              rect={at}
              guides={snaps}
              perPixel={1 / units}
              lines={(lines) => overlay.current && drawLines(overlay.current, lines, scene)}
            />
          )}
        </svg>
        {reframing && tool && (
          <svg
            viewBox="0 0 3 3"
            preserveAspectRatio="none"
            className="pointer-events-none absolute inset-0 h-full w-full stroke-white/45"
            aria-hidden
          >
            <path d="M1 0V3M2 0V3M0 1H3M0 2H3" vectorEffect="non-scaling-stroke" fill="none" />
          </svg>
        )}
      </div>
    </div>
  );
}

function drawLines(to: SVGGElement, lines: Caught[], scene: Scene) {
  const svg = 'http://www.w3.org/2000/svg';
  to.replaceChildren(
    ...lines.flatMap((l) => {
      const line = document.createElementNS(svg, 'line');
      const [own, other, end] = l.axis === 'x' ? ['x', 'y', scene.height] : ['y', 'x', scene.width];
      for (const [name, value] of [
        [`${own}1`, l.line],
        [`${own}2`, l.line],
        [`${other}1`, 0],
        [`${other}2`, end],
      ] as const)
        line.setAttribute(name, String(value));
      if (l.gap === undefined) return [line];
      // How wide the gap is that was met again, beside its line.
      const width = document.createElementNS(svg, 'text');
      width.textContent = String(Math.round(l.gap));
      width.setAttribute('font-size', '28');
      width.setAttribute('class', 'fill-verdigris stroke-none font-mono');
      width.setAttribute('x', String(l.axis === 'x' ? l.line + 8 : 12));
      width.setAttribute('y', String(l.axis === 'x' ? 34 : l.line - 8));
      return [line, width];
    }),
  );
}
