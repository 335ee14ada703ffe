import { useEffect, useRef, useState } from 'react';
import type { Photo } from '../api/types';
import { photoUrl } from '../deck/photoUrl';
import { photosOf } from '../scene/photos';
import { travellingUrl } from './CarryStage';
import { thingsOf } from './states';
import type { TalkPage } from './useTalk';

// Two are decoded beside the one that is looked at: more would take the time of the first.
const atOnce = 2;

/** The addresses of a page's pictures, at the size they are shown. */
export function addressesOf({ scene, play }: TalkPage, photos: Record<string, Photo>, width: number): string[] {
  const things = play ? thingsOf(play.timeline) : new Map<string, never>();
  const own = photosOf(scene, (item) => things.get(item)?.largest ?? 1).map(({ id, treatment, share }) => {
    const photo = photos[id];
    return photo ? photoUrl(photo, share * width * devicePixelRatio, treatment) : null;
  });
  const k = width / scene.width;
  const carried = (play?.carried ?? []).flatMap(({ photo: way }) => {
    if (!way) return [];
    const most = (of: 'goes' | 'comes') => Math.max(...way.states.map((s) => s[of].width * s.enlarged));
    return [[way.comes, most('comes')] as const, ...(way.goes ? [[way.goes, most('goes')] as const] : [])].map(
      ([node, widest]) => {
        const photo = photos[node.photoId];
        return photo ? travellingUrl(photo, node, widest, k) : null;
      },
    );
  });
  return [...own, ...carried].filter((a): a is string => a !== null);
}

/**
 * Decodes the pictures of the talk in the order of need and holds them: the page that is shown, its neighbours, then
 * the others onwards. Answers whether the page that is shown is ready.
 */
export function useDecoded(pages: TalkPage[], photos: Record<string, Photo>, index: number, width: number) {
  const held = useRef(new Map<string, { image: HTMLImageElement; done: boolean }>());
  const [, setCount] = useState(0);
  const here = useRef(index);
  here.current = index;
  useEffect(() => {
    if (pages.length === 0) return;
    let gone = false;
    const missing = (n: number) =>
      pages[n] ? addressesOf(pages[n], photos, width).filter((a) => !held.current.get(a)) : [];
    // The next that is needed, seen from the page that is shown by then.
    const next = () => {
      const at = here.current;
      for (let d = 0; d < pages.length; d++)
        for (const n of d === 0 ? [at] : [at + d, at - d]) {
          const [address] = missing(n);
          if (address) return address;
        }
      return null;
    };
    const work = async () => {
      for (let address = next(); address && !gone; address = next()) {
        const image = new Image();
        const entry = { image, done: false };
        held.current.set(address, entry);
        image.src = address;
        // What cannot be had is not waited for; what was only out of reach is asked for again later.
        await image.decode().catch(() => undefined);
        entry.done = true;
        if (image.naturalWidth === 0) setTimeout(() => held.current.delete(address), 3000);
        // Also where the talk has changed meanwhile: whoever decodes it now does not ask for what is on its way.
        setCount((c) => c + 1);
      }
    };
    void Promise.all(Array.from({ length: atOnce + 1 }, work));
    return () => {
      gone = true;
    };
  }, [pages, photos, width]);
  const page = pages[index];
  const ready = page !== undefined && addressesOf(page, photos, width).every((a) => held.current.get(a)?.done === true);
  return { ready };
}
