import { cx } from 'class-variance-authority';
import { useDrag, useWheel } from '@use-gesture/react';
import { lazy, Suspense, useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import type { Item, Scene, ScenePart, Slide, SlideRect, WordsRole } from '../../api/types';
import { chooseItem, chooseItems, useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { ReframeTool } from '../../items/frame/ReframeTool';
import { LinesAlong } from '../../items/line/LinesAlong';
import { useDrawing } from '../../items/frame/useDrawing';
import { useReframing } from '../../items/frame/useReframing';
import { prompts } from '../../items/words/roles';
import { addWords } from '../../items/words/addWords';
import { type, useTyping } from '../../items/words/typing/useTyping';
import { useGuides } from '../../items/frame/useGuides';
import { frameOf } from '../../items/frame/useFrame';
import { useDeckId, useHeader } from '../../deck/store';
import { SceneView } from '../../scene/SceneView';
import { soonPart } from '../../ui/lazyPart';
import { Handles } from './Handles';
import { MoveTool } from './MoveTool';
import { ReframeOverlay } from './ReframeOverlay';
import { useStripDrop } from './useShortlistDrop';
import { useSlideGrid } from './useSlideGrid';
import { stagePointer } from './stagePointer';
import { useStageView } from './useStageView';
import { middleOf, rotated, type SnapHit } from './snap';
import { useItemGuides } from './useItemGuides';
import type { StageTool } from '../../items/tool';
import { texts } from '../../texts';

const DrawLayer = soonPart(async () => ({ default: (await import('./DrawLayer')).DrawLayer }));
const TypeOnStage = lazy(() => import('../../items/words/typing/TypeOnStage'));

// What handles hold: the room of words that were put in a place; of others, what is painted. A hair more than words
// take lets their lines stay as they are.
const roomOf = ({ item }: Item, box: SlideRect): SlideRect =>
  item.kind !== 'words'
    ? box
    : item.spot === 'placed'
      ? item.at.rect
      : { x: box.x, y: box.y, width: box.width + 2, height: box.height + 2 };

/** The slide without one of its things. */
const without = (scene: Scene, itemId: string): Scene => ({
  ...scene,
  nodes: scene.nodes.filter((n) => n.kind !== 'group' || n.itemId !== itemId),
});

// A nudge or a turn of the wheel is sent when no other has come for so long, in milliseconds.
const pause = 350;
// The slide is never shrunk further than this to show what of a photo lies beyond its frame.
const leastShown = 0.6;

const holds = (p: ScenePart, item: Item | undefined, at: { x: number; y: number }) => {
  const own = rotated(at, middleOf(item?.item.at.rect ?? p.box), -(item?.item.at.turn ?? 0));
  return own.x >= p.box.x && own.x <= p.box.x + p.box.width && own.y >= p.box.y && own.y <= p.box.y + p.box.height;
};

/**
 * The slide, large: the painted scene, an overlay, and one tool at a time. A ground is dragged inside its slide; any
 * other thing over it. A hand that begins with Shift, or where nothing lies, draws a box round what it chooses.
 */
export function Stage({ scene, slide, item }: { scene: Scene; slide: Slide; item: Item | undefined }) {
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const overlay = useRef<SVGGElement>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [fit, setFit] = useState(800);
  const [marquee, setMarquee] = useState<SlideRect | null>(null);
  const { zoom, gridShown, inRoom } = useStageView();
  const { room: seenIn } = useHeader();
  const deckId = useDeckId();
  const typing = useTyping((t) => t.itemId);
  const drafted = useTyping((t) => t.scene);
  const drawing = useDrawing((d) => d.what);
  const guides = useGuides(slide, item);
  const inHand = useChoice((c) => c.tool);
  const reframing = inHand === 'reframe';
  const also = useChoice((c) => c.also);
  const grid = useSlideGrid(slide);
  const group = item?.item.at.group;
  const others = useMemo(
    () =>
      slide.items
        .filter((i) => i !== item && (also.includes(i.item.id) || (group && i.item.at.group === group)))
        .map((i) => i.item.id),
    [slide, item, also, group],
  );
  const snaps = useItemGuides(slide, item, others);
  const inFrame = item?.item.at.isGround || reframing;

  // Room for what of the photo lies beyond the slide while it is reframed.
  const { width: sceneWidth, height: sceneHeight } = scene;
  const beyond = reframing && guides ? guides.image : null;
  const shown = beyond
    ? Math.max(
        leastShown,
        Math.min(
          1,
          sceneWidth /
            (2 * Math.max(sceneWidth / 2, sceneWidth / 2 - beyond.x, beyond.x + beyond.width - sceneWidth / 2)),
          sceneHeight /
            (2 * Math.max(sceneHeight / 2, sceneHeight / 2 - beyond.y, beyond.y + beyond.height - sceneHeight / 2)),
        ),
      )
    : 1;
  const width = Math.max(40, Math.floor(fit * zoom * shown));
  useLayoutEffect(() => {
    const measure = () => {
      const r = room.current;
      if (r) setFit(Math.floor(Math.min(r.clientWidth, (r.clientHeight * sceneWidth) / sceneHeight)));
    };
    // Known before anything is painted, so that no photo is asked for in a size that it does not have here.
    measure();
    const watch = new ResizeObserver(measure);
    if (room.current) watch.observe(room.current);
    return () => watch.disconnect();
  }, [sceneWidth, sceneHeight]);

  const units = width / sceneWidth;
  const place = (x: number, y: number) => {
    const r = holder.current!.getBoundingClientRect();
    const per = sceneWidth / r.width;
    return { x: (x - r.left) * per, y: (y - r.top) * per };
  };
  const box = scene.parts.find((p) => p.itemId === item?.item.id)?.box;
  const tool = useMemo<StageTool | null>(() => {
    if (!item || item.item.at.held) return null;
    const painted = (id: string) => holder.current?.querySelector<SVGElement>(`[data-item="${id}"]`) ?? null;
    if (inFrame)
      return guides && frameOf(item)
        ? new ReframeTool(slide, item, guides, {
            pictures: () =>
              [
                painted(item.item.id)?.querySelector<SVGElement>('image[data-photo]'),
                ...(holder.current?.querySelectorAll<SVGElement>('[data-beyond]') ?? []),
              ].filter((e) => e instanceof SVGElement),
            lines: (lines) => overlay.current && drawLines(overlay.current, lines, scene),
          })
        : null;
    return box
      ? new MoveTool(
          slide,
          item,
          box,
          {
            painted: () => [item.item.id, ...others].map(painted).filter((e) => e !== null),
            lines: (lines) => overlay.current && drawLines(overlay.current, lines, scene),
            perPixel: () => scene.width / (holder.current?.clientWidth ?? scene.width),
            along: new LinesAlong(deckId, slide, [item.item.id, ...others], painted),
          },
          snaps,
          others,
        )
      : null;
  }, [deckId, slide, item, guides, snaps, inFrame, box, scene, others]);
  // A new scene is what was dragged to, or what stands after a refusal.
  useLayoutEffect(() => {
    useReframing.setState({ tool: tool instanceof ReframeTool ? tool : null, scale: 1 });
    return () => {
      // A nudge that waits for the next one is sent; what a hand still holds is given up.
      if (later.current === undefined) return tool?.cancel();
      clearTimeout(later.current);
      later.current = undefined;
      void tool?.end();
    };
  }, [tool]);
  useEffect(() => () => clearTimeout(later.current), []);
  useEffect(() => () => useDrawing.setState({ what: null }), [slide.id, item?.item.id, inHand]);

  const endSoon = () => {
    clearTimeout(later.current);
    later.current = setTimeout(() => {
      later.current = undefined;
      void tool?.end();
    }, pause);
  };
  const itemOf = (id: string | null) => slide.items.find((i) => i.item.id === id);
  const under = (at: { x: number; y: number }) =>
    scene.parts.filter((p) => p.itemId !== null && itemOf(p.itemId) && holds(p, itemOf(p.itemId), at)).reverse();
  const frameAt = (p: { x: number; y: number }) =>
    under(p)
      .map((x) => itemOf(x.itemId))
      .find((i) => i && frameOf(i) && !i.item.at.isGround);
  const { target, ...drop } = useStripDrop({ slide, scene, grid, place, frameAt });
  const boxing = useRef(false);
  // What a drag began on, where that was not chosen: it is chosen, and moved as soon as its tool is there.
  const taken = useRef<string | null>(null);
  const held = useRef<StageTool | null>(null);
  useDrag(
    ({ first, last, canceled, movement: [mx, my], event, tap, cancel, xy: [x, y], initial: [fromX, fromY] }) => {
      // What was given up is told of once more.
      if (canceled) return;
      if (first && useDrawing.getState().what) return cancel();
      const on = event.target as Element;
      if (first && (!on.closest('svg') || on.closest('[data-handle]'))) return cancel();
      if (tap) return choosePainted(x, y, event.shiftKey);
      if (first) boxing.current = !inFrame ? event.shiftKey || under(place(fromX, fromY)).length === 0 : event.shiftKey;
      if (boxing.current) {
        const [a, b] = [place(fromX, fromY), place(x, y)];
        const r = {
          x: Math.min(a.x, b.x),
          y: Math.min(a.y, b.y),
          width: Math.abs(a.x - b.x),
          height: Math.abs(a.y - b.y),
        };
        setMarquee(last ? null : r);
        if (last) chooseInside(r);
        return;
      }
      if (first) {
        const hits = reframing ? [] : under(place(fromX, fromY)).map((p) => p.itemId!);
        const isChosen = hits.some((id) => id === item?.item.id || others.includes(id));
        taken.current = hits.length > 0 && !isChosen ? hits[0]! : null;
        if (taken.current) chooseItem(taken.current, false);
        held.current = null;
      }
      if (!tool || (taken.current && taken.current !== item?.item.id)) return;
      clearTimeout(later.current);
      later.current = undefined;
      // A tool that comes anew in the middle of a drag, with its guides, takes it over.
      if (held.current !== tool) tool.begin();
      held.current = tool;
      tool.move({ dx: mx / units, dy: my / units, free: event.altKey });
      if (last) void tool.end();
    },
    { target: holder, filterTaps: true, pointer: { keys: false }, eventOptions: { passive: false } },
  );
  useWheel(
    ({ event, delta: [, dy] }) => {
      if (!holder.current) return;
      if (event.ctrlKey || event.metaKey) {
        event.preventDefault();
        return useStageView.getState().zoomBy(Math.exp(-dy / 400));
      }
      if (!tool?.scaleBy) return;
      event.preventDefault();
      tool.scaleBy(Math.exp(-dy / 700), place(event.clientX, event.clientY));
      endSoon();
    },
    { target: holder, eventOptions: { passive: false } },
  );
  const chooseInside = (r: SlideRect) => {
    const inside = scene.parts
      .filter(
        (p) =>
          p.itemId !== null &&
          itemOf(p.itemId) &&
          !itemOf(p.itemId)?.item.at.isGround &&
          p.box.x < r.x + r.width &&
          r.x < p.box.x + p.box.width &&
          p.box.y < r.y + r.height &&
          r.y < p.box.y + p.box.height,
      )
      .map((p) => p.itemId!);
    if (inside.length > 0) chooseItems([...new Set(inside)]);
  };
  // The topmost thing under a tap is chosen; where it is chosen already, the one below it.
  const choosePainted = (x: number, y: number, more: boolean) => {
    const hits = under(place(x, y)).map((p) => p.itemId!);
    const at = hits.indexOf(item?.item.id ?? '');
    const hit = hits[at >= 0 && !more ? (at + 1) % hits.length : 0];
    if (hit) chooseItem(hit, more);
  };
  const keys = (e: KeyboardEvent) => {
    if (e.key === 'Enter' && item?.item.kind === 'words') {
      e.preventDefault();
      e.stopPropagation();
      return type(item.item.id);
    }
    if (!tool || e.altKey || e.ctrlKey || e.metaKey) return;
    const by = e.shiftKey ? rules().gutter : 1;
    const d = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    if (d) tool.nudge(d[0]!, d[1]!);
    else if ((e.key === '+' || e.key === '-') && tool.scaleBy)
      tool.scaleBy(e.key === '+' ? 1.04 : 1 / 1.04, { x: scene.width / 2, y: scene.height / 2 });
    else if ((e.key === '+' || e.key === '-') && item && box) {
      // Larger or smaller by a gutter, from its middle.
      const grown = e.key === '+' ? rules().gutter : -rules().gutter;
      const { rect } = item.item.at;
      const w = Math.max(rules().smallestItem, rect.width + grown);
      const h = (rect.height * w) / rect.width;
      void edit({
        kind: 'place-item',
        slideId: slide.id,
        itemId: item.item.id,
        rect: { x: rect.x + (rect.width - w) / 2, y: rect.y + (rect.height - h) / 2, width: w, height: h },
        turn: null,
      });
    } else return;
    e.preventDefault();
    e.stopPropagation();
    endSoon();
  };

  const at = item && !item.item.at.isGround && item.item.id !== typing ? box : undefined;
  const turn = item?.item.at.turn ?? 0;
  const typed = item?.item.kind === 'words' && item.item.id === typing ? item.item : undefined;
  const typedPart = (drafted ?? scene).parts.find((p) => p.itemId === typing);
  const failing = scene.parts.find((p) => p.itemId === item?.item.id)?.reading?.failing;
  // A thing is turned about the middle of its room, however little of that its words take.
  const turned = ({ item: { at: on } }: Item, degrees: number) =>
    degrees === 0 ? undefined : `rotate(${degrees} ${middleOf(on.rect).x} ${middleOf(on.rect).y})`;
  return (
    <div
      ref={room}
      className={cx(
        'grid min-h-0 flex-1 place-items-center narrow:min-h-48 narrow:shrink-0',
        '[@media(max-height:500px)]:content-start',
        zoom > 1 ? 'overflow-auto' : 'overflow-hidden',
      )}
    >
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
        onDoubleClick={(e) => {
          // The first press chose what lies below; both mean the words that lie here.
          const words = under(place(e.clientX, e.clientY)).find((p) => itemOf(p.itemId)?.item.kind === 'words');
          if (!words?.itemId) {
            // Where there are none, new ones begin.
            if (slide.kind !== 'credits' && !typing && !drawing && !reframing)
              void addWords(slide, { role: 'body', at: place(e.clientX, e.clientY) });
            return;
          }
          chooseItem(words.itemId, false);
          type(words.itemId);
        }}
        onPointerMove={(e) => {
          stagePointer.at = place(e.clientX, e.clientY);
        }}
        onPointerLeave={() => {
          stagePointer.at = null;
        }}
        {...drop}
        className={cx(
          'relative touch-none select-none',
          tool ? 'cursor-grab active:cursor-grabbing' : '',
          reframing && tool ? 'outline-1 outline-verdigris' : '',
        )}
        style={{ width, height: (width * scene.height) / scene.width }}
      >
        {inRoom && (
          <svg className="absolute size-0" aria-hidden>
            <filter id="as-the-room-sees-it" colorInterpolationFilters="linearRGB">
              <feComponentTransfer>
                <feFuncR type="linear" slope={seenIn.slope} intercept={seenIn.haze} />
                <feFuncG type="linear" slope={seenIn.slope} intercept={seenIn.haze} />
                <feFuncB type="linear" slope={seenIn.slope} intercept={seenIn.haze} />
              </feComponentTransfer>
            </filter>
          </svg>
        )}
        <div style={inRoom ? { filter: 'url(#as-the-room-sees-it)' } : undefined}>
          <SceneView scene={typed ? without(drafted ?? scene, typed.id) : scene} width={width} className="w-full" />
        </div>
        {!typed &&
          scene.parts
            .filter((p) => p.set && p.says === '')
            .map((p) => (
              <span
                key={p.itemId}
                aria-hidden
                className={cx(
                  'pointer-events-none absolute overflow-hidden border border-dashed border-quiet p-1',
                  'text-small text-soft',
                )}
                style={{
                  left: p.box.x * units,
                  top: p.box.y * units,
                  width: p.box.width * units,
                  height: p.box.height * units,
                }}
              >
                {prompts[p.role as WordsRole]}
              </span>
            ))}
        {item && typed && typedPart && (
          <Suspense>
            <TypeOnStage key={typed.id} slide={slide} item={item} words={typed} part={typedPart} units={units} />
          </Suspense>
        )}
        {reframing && item && guides && tool && (
          <ReframeOverlay item={item} guides={guides} width={sceneWidth} height={sceneHeight} perPixel={1 / units} />
        )}
        <svg
          viewBox={`0 0 ${scene.width} ${scene.height}`}
          className="pointer-events-none absolute inset-0 h-full w-full overflow-visible fill-none stroke-verdigris"
          strokeWidth={1.5 / units}
          aria-hidden
        >
          {(gridShown || target !== null) &&
            grid?.cells.map((c, i) => (
              <rect key={i} data-cell={i} {...c} strokeWidth={1 / units} className="stroke-verdigris/70" />
            ))}
          {target?.map((c, i) => (
            <rect key={i} {...c} className="fill-verdigris/35" />
          ))}
          <g ref={overlay} />
          {scene.parts
            .filter((p) => p.itemId !== null && others.includes(p.itemId))
            .map((p) => (
              <rect
                key={p.itemId}
                {...p.box}
                transform={turned(itemOf(p.itemId)!, itemOf(p.itemId)?.item.at.turn ?? 0)}
                strokeDasharray={`${2 / units} ${4 / units}`}
              />
            ))}
          {at && item && <rect {...at} transform={turned(item, turn)} strokeWidth={1 / units} />}
          {at && item && !item.item.at.held && !reframing && others.length === 0 && (
            <Handles
              slide={slide}
              item={item}
              rect={roomOf(item, at)}
              guides={snaps}
              perPixel={1 / units}
              place={place}
              words={scene.parts
                .filter((p) => (p.set || p.role === 'credit') && p.itemId !== item.item.id)
                .map((p) => p.box)}
              lines={(lines) => overlay.current && drawLines(overlay.current, lines, scene)}
            />
          )}
          {failing && at && item && (
            <rect
              data-failing
              {...failing}
              transform={turned(item, turn)}
              strokeWidth={2 / units}
              className="stroke-marigold"
              strokeDasharray={`${3 / units} ${2 / units}`}
            />
          )}
          {marquee && <rect {...marquee} data-marquee strokeDasharray={`${4 / units}`} className="fill-verdigris/15" />}
        </svg>
        {drawing && item && (
          <Suspense>
            <DrawLayer
              slide={slide}
              item={item}
              width={sceneWidth}
              height={sceneHeight}
              perPixel={1 / units}
              place={place}
            />
          </Suspense>
        )}
      </div>
    </div>
  );
}

function drawLines(to: SVGGElement, lines: SnapHit[], scene: Scene) {
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
