import { useOpenDeck } from '../../deck/DeckContext';
import { photoUrl } from '../../scene/photoUrl';

/** The points at the left; the chosen one shows what was kept for it. */
export function Points() {
  const { deck, point, choosePoint, edit } = useOpenDeck();
  return (
    <nav aria-label="Points" className="overflow-auto bg-[#313131] py-3">
      <ol>
        {deck.points.map((p) => {
          const here = p.id === point?.id;
          return (
            <li key={p.id} className={here ? 'bg-surround' : ''}>
              <button
                className={`flex w-full items-baseline gap-3 px-4.5 py-2 text-[14.5px] ${here ? 'text-word' : 'text-[#c8c8c8] hover:text-word'}`}
                aria-current={here ? 'true' : undefined}
                onClick={() => choosePoint(p.id)}
              >
                <span className="min-w-0 flex-1 truncate">{p.wording}</span>
                {p.kept.length > 0 ? (
                  <span className="font-mono text-[12px] text-quiet">{p.kept.length}</span>
                ) : (
                  <span className="font-mono text-[12px] text-marigold">none yet</span>
                )}
              </button>
              {here && p.kept.length > 0 && (
                <ul className="flex flex-wrap gap-1 px-4.5 pb-3" aria-label="Kept photos">
                  {p.kept.map((id) => {
                    const photo = deck.photos[id];
                    return (
                      photo && (
                        <li key={id} className="group relative">
                          <img
                            src={photoUrl(id, photo.width, 160)}
                            alt={photo.title || 'Photo'}
                            className="h-11"
                            style={{ aspectRatio: `${photo.width} / ${photo.height}` }}
                          />
                          <button
                            className="absolute inset-x-0 bottom-0 bg-black/75 text-center text-[11px] text-word opacity-0 group-hover:opacity-100 focus:opacity-100"
                            aria-label={`Let go of ${photo.title || 'this photo'}`}
                            onClick={() => void edit({ kind: 'let-go', pointId: p.id, photoId: id })}
                          >
                            let go
                          </button>
                        </li>
                      )
                    );
                  })}
                </ul>
              )}
            </li>
          );
        })}
      </ol>
    </nav>
  );
}
