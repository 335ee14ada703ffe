import {
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent,
  type Ref,
} from 'react';
import type { Guides, Scene } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { photoOf } from '../../scene/nodes';
import { SceneView } from '../../scene/SceneView';
import { Reframing, type Placed } from './reframe';

export interface StageHandle {
  scaleTo(scale: number): void;
  commit(): void;
}

interface Props {
  scene: Scene;
  guides: Guides | undefined;
  reframing: boolean;
  onScale(scale: number): void;
  ref?: Ref<StageHandle>;
}

/** The slide, large. Its ground is dragged to reframe: while the hand moves only this element's transform changes; on release one command goes out. */
export function Stage({ scene, guides, reframing, onScale, ref }: Props) {
  const { deck, slide, edit } = useOpenDeck();
  const room = useRef<HTMLDivElement>(null);
  const holder = useRef<HTMLDivElement>(null);
  const overlay = useRef<SVGSVGElement>(null);
  const work = useRef<Reframing | null>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [width, setWidth] = useState(800);

  useLayoutEffect(() => {
    const fit = () => {
      const r = room.current;
      if (r) setWidth(Math.floor(Math.min(r.clientWidth, (r.clientHeight * scene.width) / scene.height)));
    };
    const watch = new ResizeObserver(fit);
    if (room.current) watch.observe(room.current);
    return () => watch.disconnect();
  }, [scene.width, scene.height]);

  const picture = () => holder.current?.querySelector<HTMLImageElement>('img[data-photo]') ?? null;
  const settle = () => {
    work.current = null;
    clearTimeout(later.current);
    const img = picture();
    if (img) img.style.transform = '';
    if (overlay.current) overlay.current.innerHTML = '';
    onScale(1);
  };
  // A new scene is what was dragged to, or what stands after a refusal.
  useLayoutEffect(settle, [scene]); // eslint-disable-line react-hooks/exhaustive-deps
  useEffect(() => () => clearTimeout(later.current), []);

  const units = width / scene.width;
  const photo = photoOf(scene);
  const turn = photo?.turn ?? 0;
  // A turned photo moves in its own, turned and enlarged, measure; lines of the slide mean nothing to it.
  const along = (dx: number, dy: number): [number, number] => {
    const angle = (turn * Math.PI) / 180;
    const per = units * (photo?.enlarged ?? 1);
    return [(dx * Math.cos(angle) + dy * Math.sin(angle)) / per, (dy * Math.cos(angle) - dx * Math.sin(angle)) / per];
  };
  const paint = (p: Placed) => {
    const img = picture();
    if (!img || !guides) return;
    img.style.transform = `translate(${(p.x - guides.image.x) * units}px, ${(p.y - guides.image.y) * units}px) scale(${p.scale})`;
    if (overlay.current)
      overlay.current.innerHTML = p.caught
        .map((c) =>
          c.axis === 'x'
            ? `<line x1="${c.line}" x2="${c.line}" y1="0" y2="${scene.height}"/>`
            : `<line y1="${c.line}" y2="${c.line}" x1="0" x2="${scene.width}"/>`,
        )
        .join('');
    onScale(p.scale);
  };
  const begin = () => (work.current ??= guides ? new Reframing(guides) : null);
  const commit = async () => {
    const w = work.current;
    clearTimeout(later.current);
    if (!w || !slide) return;
    if (!(await edit({ kind: 'reframe', slideId: slide.id, crop: w.crop() }))) settle();
  };
  const commitSoon = () => {
    clearTimeout(later.current);
    later.current = setTimeout(() => void commit(), 350);
  };
  const middle = { x: scene.width / 2, y: scene.height / 2 };

  useImperativeHandle(ref, () => ({
    scaleTo(scale) {
      const w = begin();
      if (w) paint(w.scaleBy(scale / w.now().scale, middle));
    },
    commit: () => void commit(),
  }));

  const grab = (e: PointerEvent<HTMLDivElement>) => {
    const w = begin();
    if (!w || e.button !== 0) return;
    clearTimeout(later.current);
    const target = e.currentTarget;
    const start = { x: e.clientX, y: e.clientY };
    const from = w.now();
    let frame = 0;
    let moved = false;
    target.setPointerCapture(e.pointerId);
    const move = (m: globalThis.PointerEvent) => {
      const dx = m.clientX - start.x;
      const dy = m.clientY - start.y;
      if (!moved && Math.hypot(dx, dy) < 3) return;
      moved = true;
      const placed = w.moveTo(...along(dx, dy), from, m.altKey || turn !== 0);
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => paint(placed));
    };
    const up = () => {
      target.removeEventListener('pointermove', move);
      target.removeEventListener('pointerup', up);
      target.removeEventListener('pointercancel', up);
      cancelAnimationFrame(frame);
      if (moved) void commit();
      else if (w.now().scale === 1) work.current = null;
    };
    target.addEventListener('pointermove', move);
    target.addEventListener('pointerup', up);
    target.addEventListener('pointercancel', up);
  };
  const keys = (e: KeyboardEvent) => {
    const by = e.shiftKey ? 24 : 1;
    const d = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key];
    const w = d && begin();
    if (w && d) paint(w.moveTo(d[0]!, d[1]!, w.now(), true));
    else if (e.key === '+' || e.key === '-') {
      const z = begin();
      if (z) paint(z.scaleBy(e.key === '+' ? 1.04 : 1 / 1.04, middle));
    } else return;
    e.preventDefault();
    commitSoon();
  };
  // React listens to wheels passively; scaling must keep the page from moving.
  useEffect(() => {
    const el = holder.current;
    if (!el) return;
    const wheel = (e: WheelEvent) => {
      const w = begin();
      if (!w) return;
      e.preventDefault();
      const r = el.getBoundingClientRect();
      paint(w.scaleBy(Math.exp(-e.deltaY / 700), { x: (e.clientX - r.left) / units, y: (e.clientY - r.top) / units }));
      commitSoon();
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  });
  const ground = guides !== undefined;
  return (
    <div ref={room} className="grid min-h-0 flex-1 place-items-center">
      <div
        ref={holder}
        tabIndex={0}
        role="application"
        aria-label={
          ground ? 'Slide. Drag or use the arrow keys to reframe the photo, plus and minus to scale it.' : 'Slide'
        }
        onPointerDown={grab}
        onKeyDown={keys}
        className={`relative touch-none ${ground ? 'cursor-grab active:cursor-grabbing' : ''} ${reframing && ground ? 'outline-1 outline-verdigris' : ''}`}
        style={{ width, height: (width * scene.height) / scene.width }}
      >
        <SceneView scene={scene} width={width} photoWidths={(id) => deck.photos[id]?.width ?? 0} />
        <svg
          ref={overlay}
          viewBox={`0 0 ${scene.width} ${scene.height}`}
          className="pointer-events-none absolute inset-0 h-full w-full stroke-verdigris"
          strokeWidth={1.5 / units}
          aria-hidden
        />
        {reframing && ground && (
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
