import { useQuery } from '@tanstack/react-query';
import { api, sentence, told } from '../../api/client';
import type { Scene, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import { useDeckId, useDeckStore } from '../../deck/store';
import { texts } from '../../texts';
import { Sketches, type Sketch } from './Sketches';

interface Props {
  slide: Slide;
  tried: Sketch | null;
  onTry(s: Sketch | null): void;
  onDone(): void;
}

/** Arrangements of the photos of a slide, each with what it gives up. */
export function Proposals({ slide, ...shown }: Props) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const found = useQuery({
    queryKey: ['arrangements', id, slide.id, revision],
    gcTime: 30_000,
    queryFn: () =>
      told(api.GET('/api/decks/{id}/slides/{slideId}/arrangements', { params: { path: { id, slideId: slide.id } } })),
  });
  if (found.error) return <p className="text-marigold">{sentence(found.error)}</p>;
  if (found.data?.length === 0) return <p className="text-quiet">{texts.compose.nothingToArrange}</p>;
  return (
    <Sketches
      label={texts.compose.proposals}
      sketches={(found.data ?? []).map((p) => ({
        key: p.form ?? '',
        says: p.givesUp,
        scene: p.scene as Scene,
        take: () => edit({ kind: 'arrange-items', slideId: slide.id, places: p.places, form: p.form }),
      }))}
      {...shown}
    />
  );
}

/** The slide in each house style; taking one sets the whole deck in it. */
export function HouseSketches({ slide, ...shown }: Props) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const found = useQuery({
    queryKey: ['houses', id, slide.id, revision],
    gcTime: 30_000,
    queryFn: () =>
      told(api.GET('/api/decks/{id}/slides/{slideId}/houses', { params: { path: { id, slideId: slide.id } } })),
  });
  if (found.error) return <p className="text-marigold">{sentence(found.error)}</p>;
  return (
    <Sketches
      label={texts.house.styles}
      sketches={(found.data ?? []).map((h) => ({
        key: h.house.name,
        says: h.own ? texts.house.ofYourOwn(h.house.name) : h.house.name,
        scene: h.scene as Scene,
        take: () => edit({ kind: 'set-house', house: h.house }),
      }))}
      {...shown}
    />
  );
}
