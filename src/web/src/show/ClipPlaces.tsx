import { useEffect, useState } from 'react';
import type { Scene } from '../api/types';
import { texts } from '../texts';
import { playingOn } from '../scene/playing';
import { leftOf, type ClipControl } from './clips';

const t = texts.show;

// Captions: the height of their letters and what stays free under them, in slide units; letters on a screen no smaller
// than so many pixels.
const size = 40;
const beneath = 28;
const least = 11;

// A clip that covers more of the slide than this is pressed on its sign alone: elsewhere a press goes on.
const most = 0.5;
const sign = 68;

/** Where clips are pressed: the place of each, over whatever it is painted by. */
export function ClipPlaces({ scene, k, clips }: { scene: Scene; k: number; clips: ClipControl }) {
  const all = playingOn(scene);
  const [, setEnded] = useState(0);
  // A clip that has come to its end can be played again: its name and its sign say so.
  const next = Math.min(...all.map(({ plays }) => leftOf(clips.at(plays), plays, Date.now()) || Infinity));
  useEffect(() => {
    if (next === Infinity) return;
    const end = setTimeout(() => setEnded(Date.now), next * 1000 + 50);
    return () => clearTimeout(end);
  });
  return all.map(({ itemId, plays, alt }, i) => {
    const box = scene.parts.find((p) => p.itemId === itemId)?.box ?? plays.rect;
    const at = clips.at(plays);
    const going = leftOf(at, plays, Date.now()) > 0;
    // Before its first moment its poster is shown, and nothing is said.
    const said = going || at.second > 0 ? clips.said?.[plays.source] : '';
    const wide = box.width * box.height > most * scene.width * scene.height;
    return (
      <div key={`${plays.source}-${i}`}>
        <button
          type="button"
          aria-label={going ? t.pauseClip(plays.title || alt) : t.playClip(plays.title || alt)}
          className="group absolute z-3 cursor-pointer outline-none"
          style={
            wide
              ? { left: box.x * k, top: (box.y + box.height) * k - sign, width: sign, height: sign }
              : { left: box.x * k, top: box.y * k, width: box.width * k, height: box.height * k }
          }
          onClick={(e) => {
            e.stopPropagation();
            clips.press(plays);
          }}
        >
          <svg
            viewBox="0 0 44 44"
            aria-hidden
            className={
              'absolute bottom-3 left-3 h-11 w-11 opacity-0 group-hover:opacity-100 group-focus-visible:opacity-100 ' +
              '[@media(pointer:coarse)]:opacity-100'
            }
          >
            <circle cx="22" cy="22" r="21" fill="#101416" fillOpacity=".72" stroke="#fff" strokeOpacity=".85" />
            {going ? (
              <path d="M15 13h5v18h-5zM24 13h5v18h-5z" fill="#fff" />
            ) : (
              <path d="M17 12l15 10-15 10z" fill="#fff" />
            )}
          </svg>
        </button>
        {said && (
          <p
            data-said
            className={
              'pointer-events-none absolute z-3 flex items-end justify-center text-center leading-snug text-white'
            }
            style={{
              left: box.x * k,
              top: box.y * k,
              width: box.width * k,
              height: (box.height - beneath) * k,
              fontSize: Math.max(least, size * k),
            }}
          >
            <span className="bg-black/75 box-decoration-clone px-[.4em] py-[.1em] whitespace-pre-line">{said}</span>
          </p>
        )}
      </div>
    );
  });
}
