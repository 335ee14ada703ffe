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
  /** It is so already. */
  inUse?: boolean;
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
 * Proposals for a slide: small sketches of it by the same painter, and the line of the one that is tried. Arrow keys
 * try them on the stage, Enter takes one, Escape leaves all as it was.
 */
export function ProposalStrip({ label, sketches, tried, onTry, onDone }: Props) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    if (sketches.length > 0)
      (
        list.current?.querySelector<HTMLElement>('button[aria-current]') ??
        list.current?.querySelector<HTMLElement>('button')
      )?.focus();
  }, [sketches.length]);
  return (
    <div className="shrink-0">
      <ul
        ref={list}
        aria-label={label}
        className="flex gap-3 overflow-x-auto p-1.5 pb-1"
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
              aria-current={s.inUse || undefined}
            >
              <SceneView scene={s.scene} width={120} silent className="w-full" />
            </Button>
          </li>
        ))}
      </ul>
      <p aria-hidden className="h-5 truncate px-1.5 text-small leading-5 text-soft">
        {(tried ?? sketches.find((s) => s.inUse) ?? sketches[0])?.says}
      </p>
    </div>
  );
}
