import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import { api, sentence, told } from '../../api/client';
import type { Proposal, Scene, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useDeckId, useDeckStore } from '../../deck/store';
import { SceneView } from '../../scene/SceneView';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';

interface Props {
  slide: Slide;
  tried: Proposal | null;
  onTry(p: Proposal | null): void;
  onDone(): void;
}

/**
 * Proposals for the photos of a slide: small sketches of it by the same painter, each with one line that says what it
 * gives up. Arrow keys try them on the stage, Enter takes one, Escape leaves all as it was.
 */
export function Proposals({ slide, tried, onTry, onDone }: Props) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const list = useRef<HTMLUListElement>(null);
  const found = useQuery({
    queryKey: ['arrangements', id, slide.id, revision],
    gcTime: 30_000,
    queryFn: () =>
      told(api.GET('/api/decks/{id}/slides/{slideId}/arrangements', { params: { path: { id, slideId: slide.id } } })),
  });
  const proposals = found.data ?? [];
  useEffect(() => {
    if (proposals.length > 0) list.current?.querySelector<HTMLElement>('button')?.focus();
  }, [proposals.length]);
  const take = async (p: Proposal) => {
    await edit({ kind: 'arrange-items', slideId: slide.id, places: p.places });
    onTry(null);
    onDone();
  };
  if (found.error) return <p className="text-marigold">{sentence(found.error)}</p>;
  if (found.data && proposals.length === 0) return <p className="text-quiet">{texts.compose.nothingToArrange}</p>;
  return (
    <ul
      ref={list}
      aria-label={texts.compose.proposals}
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
      {proposals.map((p) => (
        <li key={p.form} className="w-36 shrink-0">
          <Button
            className={`block w-full ${tried?.form === p.form ? 'chosen' : ''}`}
            onFocus={() => onTry(p)}
            onPointerEnter={() => onTry(p)}
            onClick={() => void take(p)}
            aria-label={p.givesUp}
          >
            <SceneView scene={p.scene as Scene} width={144} silent className="w-full" />
          </Button>
          <span className="block pt-1 text-note leading-4 text-soft">{p.givesUp}</span>
        </li>
      ))}
    </ul>
  );
}
