import { useState } from 'react';
import { useChoice, useChosenPoint, useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { usePhotos, useAllPoints } from '../../deck/store';
import { photoUrl } from '../../deck/photoUrl';
import { PermissionDialog } from '../settle/PermissionDialog';
import type { Photo } from '../../api/types';
import { Button } from '../../ui/Button';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

/** The photos kept for the slide's point, or all of them: choosing one makes it the ground. */
export function KeptColumn() {
  const photos = usePhotos();
  const points = useAllPoints();
  const slide = useChosenSlide();
  const point = useChosenPoint();
  const [all, setAll] = useState(false);
  const [told, setHere] = useState('');
  const say = useNotices((n) => n.say);
  const [closed, setClosed] = useState<Photo | null>(null);
  const own = slide?.pointId ? (point?.kept ?? []) : [];
  const everything = [...new Set([...points.flatMap((p) => p.kept), ...Object.keys(photos)])];
  const shown = (all || !slide?.pointId ? everything : own)
    .map((id) => photos[id])
    .filter((p): p is Photo => p !== undefined);
  // A click always does something, or says why not.
  const place = (p: Photo) => {
    if (!slide) return say(texts.compose.thereIsNoSlideYet, 'refused');
    const there = slide.items.find((i) => i.photos.includes(p.id));
    if (there) {
      useChoice.setState({ itemId: there.item.id, tool: null });
      return setHere(p.id);
    }
    if (p.mayPlace) void edit({ kind: 'place-ground', slideId: slide.id, photoId: p.id });
    else setClosed(p);
  };
  // Beside what is there; with several photos, proposals how they may stand come at once.
  const addBeside = async (p: Photo) => {
    if (!slide) return;
    if (await edit({ kind: 'add-item', slideId: slide.id, item: { kind: 'frame', photoId: p.id }, rect: null }))
      useChoice.setState({ tool: 'arrange', itemId: null, also: [] });
  };
  return (
    <aside aria-label={texts.compose.keptPhotos} className="overflow-auto bg-side px-3 py-3 text-small">
      <h2 className="line-clamp-2 leading-4.5 text-soft">
        {all || !slide?.pointId ? texts.compose.allKeptPhotos : texts.compose.keptFor(point?.wording ?? '')}
      </h2>
      {shown.length === 0 && (
        <p className="mt-2 text-quiet">
          {texts.compose.noneYet}
          <Button kind="link" onClick={() => goTo('gather')}>
            {texts.compose.gatherSome}
          </Button>
        </p>
      )}
      <ul className="mt-2 flex flex-col gap-2 narrow:grid narrow:grid-cols-[repeat(auto-fill,minmax(120px,1fr))]">
        {shown.map((p) => {
          const here = slide?.items.some((i) => i.photos.includes(p.id)) ?? false;
          return (
            <li key={p.id}>
              <Button
                className={`block w-full ${here ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
                aria-pressed={here}
                aria-label={texts.compose.place(p.title || 'this photo')}
                onClick={() => place(p)}
              >
                <img
                  src={photoUrl(p, 240)}
                  alt=""
                  className="w-full"
                  style={{ aspectRatio: `${p.width} / ${p.height}` }}
                />
              </Button>
              <span className="flex items-baseline gap-2">
                <span
                  aria-live="polite"
                  className={`min-w-0 flex-1 truncate pt-0.5 ${p.mayPlace ? 'text-quiet' : 'text-marigold'}`}
                >
                  {here ? (told === p.id ? texts.compose.isOnThisSlide : texts.compose.here) : p.inWords}
                </span>
                {!here &&
                  p.mayPlace &&
                  slide &&
                  slide.kind !== 'credits' &&
                  slide.items.some((i) => i.photos.length > 0) && (
                    <Button
                      kind="verb"
                      aria-label={texts.compose.addBesideNamed(p.title || texts.compose.thisPhoto)}
                      onClick={() => void addBeside(p)}
                    >
                      {texts.compose.addBeside}
                    </Button>
                  )}
              </span>
            </li>
          );
        })}
      </ul>
      {slide?.pointId && everything.length > own.length && (
        <Button kind="verb" className="mt-3" onClick={() => setAll(!all)}>
          {all ? texts.compose.onlyThisPoint : texts.compose.allPhotos(everything.length)}
        </Button>
      )}
      {closed && <PermissionDialog photo={closed} onClose={() => setClosed(null)} />}
    </aside>
  );
}
