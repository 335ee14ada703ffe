import { useState } from 'react';
import { useOpenDeck } from '../../deck/DeckContext';
import { photoUrl } from '../../scene/photoUrl';
import { PermissionDialog } from '../settle/PermissionDialog';
import type { Photo } from '../../api/types';

/** The photos kept for the slide's point, or all of them: choosing one makes it the ground. */
export function KeptColumn() {
  const { deck, slide, point, edit, goTo } = useOpenDeck();
  const [all, setAll] = useState(false);
  const [closed, setClosed] = useState<Photo | null>(null);
  const own = slide?.pointId ? (point?.kept ?? []) : [];
  const everything = [...new Set([...deck.points.flatMap((p) => p.kept), ...Object.keys(deck.photos)])];
  const shown = (all || !slide?.pointId ? everything : own)
    .map((id) => deck.photos[id])
    .filter((p): p is Photo => p !== undefined);
  return (
    <aside aria-label="Kept photos" className="overflow-auto bg-[#313131] px-3 py-3 text-[13px]">
      <h2 className="line-clamp-2 leading-4.5 text-[#d5d5d5]">
        {all || !slide?.pointId ? 'All kept photos' : `Kept for “${point?.wording ?? ''}”`}
      </h2>
      {shown.length === 0 && (
        <p className="mt-2 text-quiet">
          None yet.{' '}
          <button className="border-b border-verdigris text-word" onClick={() => goTo('gather')}>
            Gather some
          </button>
        </p>
      )}
      <ul className="mt-2 flex flex-col gap-2">
        {shown.map((p) => {
          const here = p.id === slide?.ground?.photoId;
          return (
            <li key={p.id}>
              <button
                className={`block w-full ${here ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
                aria-pressed={here}
                aria-label={`Place ${p.title || 'this photo'}`}
                onClick={() =>
                  slide &&
                  (p.mayPlace ? void edit({ kind: 'place-ground', slideId: slide.id, photoId: p.id }) : setClosed(p))
                }
              >
                <img
                  src={photoUrl(p.id, p.width, 240)}
                  alt=""
                  className="w-full"
                  style={{ aspectRatio: `${p.width} / ${p.height}` }}
                />
              </button>
              <span className={`block truncate pt-0.5 ${p.mayPlace ? 'text-quiet' : 'text-marigold'}`}>
                {here ? 'here' : p.inWords}
              </span>
            </li>
          );
        })}
      </ul>
      {slide?.pointId && everything.length > own.length && (
        <button className="verb mt-3" onClick={() => setAll(!all)}>
          {all ? 'Only this point' : `All ${everything.length} photos`}
        </button>
      )}
      {closed && <PermissionDialog photo={closed} onClose={() => setClosed(null)} />}
    </aside>
  );
}
