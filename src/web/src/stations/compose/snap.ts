import type { GuideLines, SlideRect } from '../../api/types';

/** A line that was caught, to be drawn; with a gap, the distance to be written beside it. */
export interface SnapHit {
  axis: string;
  line: number;
  gap?: number;
}

/** Which edges of a rectangle the hand moves: all of them where it moves the whole. */
export interface MovedEdges {
  left: boolean;
  right: boolean;
  top: boolean;
  bottom: boolean;
}

export const allEdges: MovedEdges = { left: true, right: true, top: true, bottom: true };

/**
 * A rectangle on its way, caught by what is near: edges and middles on lines, gaps that two others have. It only
 * compares
 * the numbers that the server computed; the tolerance is in slide units, made of screen pixels by who calls.
 */
export function snapped(
  rect: SlideRect,
  held: MovedEdges,
  guides: GuideLines | undefined,
  tolerance: number,
): { rect: SlideRect; lines: SnapHit[] } {
  if (!guides) return { rect, lines: [] };
  const across = along(rect.x, rect.width, 'x', held.left, held.right);
  const down = along(rect.y, rect.height, 'y', held.top, held.bottom);
  return {
    rect: { x: across.start, width: across.size, y: down.start, height: down.size },
    lines: [...across.lines, ...down.lines],
  };

  function along(start: number, size: number, axis: string, first: boolean, last: boolean) {
    let best: { by: number; at: number; gap?: number } | null = null;
    const offer = (from: number, at: number, gap?: number) => {
      const by = at - from;
      if (Math.abs(by) <= tolerance && (!best || Math.abs(by) < Math.abs(best.by)))
        best = { by, at, ...(gap === undefined ? {} : { gap }) };
    };
    for (const l of guides!.lines) {
      if (l.axis !== axis) continue;
      if (first) offer(start, l.at);
      if (last) offer(start + size, l.at);
      if (first && last) offer(start + size / 2, l.at);
    }
    for (const g of guides!.gaps) {
      if (g.axis !== axis) continue;
      if (g.edge === 'start' && first) offer(start, g.at, g.gap);
      if (g.edge === 'end' && last) offer(start + size, g.at, g.gap);
      // In the middle between two, where there is room for it: the gaps on both sides are equal then.
      if (g.edge === 'middle' && first && last && g.gap > size) offer(start + size / 2, g.at, (g.gap - size) / 2);
    }
    // Of a rectangle that is resized, a size that another thing has.
    if (first !== last)
      for (const s of guides!.sizes)
        if (s.axis === axis) offer(first ? start : start + size, first ? start + size - s.size : start + s.size);
    const hit = best as { by: number; at: number; gap?: number } | null;
    if (!hit) return { start, size, lines: [] };
    const lines = [{ axis, line: hit.at, ...(hit.gap === undefined ? {} : { gap: hit.gap }) }];
    if (first && last) return { start: start + hit.by, size, lines };
    return first ? { start: start + hit.by, size: size - hit.by, lines } : { start, size: size + hit.by, lines };
  }
}

/** A rectangle whose held edges moved so far; never smaller than the least side, and where wanted in its proportion. */
export function resized(
  rect: SlideRect,
  held: MovedEdges,
  dx: number,
  dy: number,
  least: number,
  proportion: boolean,
  centre = false,
): SlideRect {
  let { x, y, width, height } = rect;
  if (centre) [dx, dy] = [2 * dx, 2 * dy];
  if (held.right) width = Math.max(least, rect.width + dx);
  if (held.bottom) height = Math.max(least, rect.height + dy);
  if (held.left) width = Math.max(least, rect.width - dx);
  if (held.top) height = Math.max(least, rect.height - dy);
  if (proportion) {
    const level = held.left || held.right;
    const upright = held.top || held.bottom;
    const by =
      level && upright
        ? Math.max(width / rect.width, height / rect.height)
        : level
          ? width / rect.width
          : height / rect.height;
    width = rect.width * by;
    height = rect.height * by;
  }
  if (centre) return { x: x + (rect.width - width) / 2, y: y + (rect.height - height) / 2, width, height };
  if (held.left) x = rect.x + rect.width - width;
  if (held.top) y = rect.y + rect.height - height;
  return { x, y, width, height };
}

/** A place turned about another, degrees clockwise. */
export function rotated(p: { x: number; y: number }, about: { x: number; y: number }, degrees: number) {
  const a = (degrees * Math.PI) / 180;
  const [dx, dy] = [p.x - about.x, p.y - about.y];
  return { x: about.x + dx * Math.cos(a) - dy * Math.sin(a), y: about.y + dx * Math.sin(a) + dy * Math.cos(a) };
}

export const middleOf = (r: SlideRect) => ({ x: r.x + r.width / 2, y: r.y + r.height / 2 });

/**
 * A rectangle that was resized in its own, turned measure, put where the edge that was not held stays in its place: it
 * is
 * turned about its own middle, which has moved.
 */
export function settledTurned(was: SlideRect, now: SlideRect, degrees: number): SlideRect {
  if (degrees === 0) return now;
  const middle = rotated(middleOf(now), middleOf(was), degrees);
  return { ...now, x: middle.x - now.width / 2, y: middle.y - now.height / 2 };
}

/** The turn that a hand at a place asks for, upright being 0; in steps, else caught near a quarter. */
export function turnTo(
  at: { x: number; y: number },
  about: { x: number; y: number },
  steps: boolean,
  free: boolean,
  { turnStep, turnCatch }: { turnStep: number; turnCatch: number },
) {
  const degrees = (Math.atan2(at.x - about.x, about.y - at.y) * 180) / Math.PI;
  if (steps) return Math.round(degrees / turnStep) * turnStep;
  const quarter = Math.round(degrees / 90) * 90;
  return !free && Math.abs(degrees - quarter) < turnCatch ? quarter : Math.round(degrees * 10) / 10;
}
