import { useEffect, useRef } from 'react';
import type { Scene } from '../../api/types';
import { SceneView } from '../../scene/SceneView';
import { Button } from '../../ui/Button';

/** The slide as it would be. */
export interface SlideProposal {
  key: string;
  /** What it is, or gives up, in one line. */
  says: string;
  scene: Scene;
  take(): Promise<unknown>;
}

interface Props {
  label: string;
  sketches: SlideProposal[];
  tried: SlideProposal | null;
  onTry(s: SlideProposal | null): void;
  onDone(): void;
}

/**
 * Proposals for a slide: small sketches of it by the same painter, each with one line. Arrow keys try them on the
 * stage,
 * Enter takes one, Escape leaves all as it was.
 */
export function ProposalStrip({ label, sketches, tried, onTry, onDone }: Props) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (sketches.length > 0) list.current?.querySelector<HTMLElement>('button')?.focus();
  }, [sketches.length]);
  return (
    <ul
      ref={list}
      aria-label={label}
      className="flex shrink-0 gap-3 overflow-x-auto p-1.5 pt-1"
      onKeyDown={(e) => {
        const all = [...(list.current?.querySelectorAll<HTMLElement>('button') ?? [])];
        const at = all.indexOf(document.activeElement as HTMLElement);
        const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
        if (by) all[Math.min(all.length - 1, Math.max(0, at + by))]?.focus();
        else if (e.key === 'Escape') {
          onTry(null);
          onDone();
        } else return;
        e.preventDefault();
        e.stopPropagation();
      }}
    >
      {sketches.map((s) => (
        <li key={s.key} className="w-30 shrink-0">
          <Button
            className={`block w-full ${tried?.key === s.key ? 'chosen' : ''}`}
            onFocus={() => onTry(s)}
            onPointerEnter={() => onTry(s)}
            onClick={async () => {
              await s.take();
              onTry(null);
              onDone();
            }}
            aria-label={s.says}
          >
            <SceneView scene={s.scene} width={120} silent className="w-full" />
          </Button>
          <span className="block pt-1 text-note leading-4 text-soft">{s.says}</span>
        </li>
      ))}
    </ul>
  );
}
