import { useEffect, useRef, useState } from 'react';
import type { Timeline } from '../../api/types';

const wait = (seconds: number) => new Promise((r) => setTimeout(r, seconds * 1000));

/** Plays steps of a slide on a stage: one move or all of them; then the slide stands whole again. */
export function useCuePreview(timeline: Timeline | undefined, slideId: string | undefined) {
  const [at, setAt] = useState<number | null>(null);
  const turn = useRef(0);
  useEffect(() => {
    turn.current++;
    setAt(null);
  }, [slideId]);
  const run = async (cueId: string | null) => {
    if (!timeline) return;
    const mine = ++turn.current;
    const steps = timeline.steps.flatMap((s, n) => (cueId === null || s.cues.includes(cueId) ? [n] : []));
    if (steps.length === 0) return;
    setAt(steps[0]! - 1);
    await wait(0.35);
    for (const n of steps) {
      if (turn.current !== mine) return;
      setAt(n);
      await wait(timeline.steps[n]!.seconds + 0.5);
    }
    if (turn.current === mine) setAt(null);
  };
  return { at, run };
}
