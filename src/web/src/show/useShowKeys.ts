import { useEffect, useMemo, useRef, useState } from 'react';
import { ShowKeys, type Asked } from './keys';
import type { Steered } from './useSteering';

interface Own {
  /** Keys that the browser keeps, such as Enter on a link. */
  passes(e: KeyboardEvent, digits: string): boolean;
  /** What this window does by itself; answers whether it did. */
  does(asked: Asked | null, key: string): boolean;
}

// A number that nobody finishes is forgotten after so long, in milliseconds.
const forgotten = 4000;

/** What keys steer: the show here, or here and elsewhere. */
type Shown = Pick<Steered, 'next' | 'back' | 'to'> & {
  /** Plays the clips of the slide, or lets them stand. */
  play(): void;
  place: Pick<Steered['place'], 'dark'>;
  act(change: Partial<Pick<Steered['place'], 'dark'>>): void;
};

/** The keys of clickers and arrows, for the show and the podium; answers the digits of a number that is being typed. */
export function useShowKeys(show: Shown, pages: number, own: Own): string {
  const keys = useMemo(() => new ShowKeys(), []);
  const [digits, setDigits] = useState('');
  const newest = useRef({ show, pages, own });
  newest.current = { show, pages, own };
  useEffect(() => {
    const down = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      const { show, pages, own } = newest.current;
      if (own.passes(e, keys.digits)) return;
      const was = keys.digits;
      const asked = keys.read(e.key);
      setDigits(keys.digits);
      if (own.does(asked, e.key)) return e.preventDefault();
      if (asked === null && keys.digits === was) return;
      e.preventDefault();
      if (asked === 'next') show.next();
      else if (asked === 'back') show.back();
      else if (asked === 'play') show.play();
      else if (asked === 'first') show.to(0);
      else if (asked === 'last') show.to(pages - 1);
      else if ((asked === 'black' || asked === 'white') && !e.repeat)
        show.act({ dark: show.place.dark === asked ? '' : asked });
      else if (typeof asked === 'number') show.to(asked - 1);
    };
    addEventListener('keydown', down);
    return () => removeEventListener('keydown', down);
  }, [keys]);
  useEffect(() => {
    if (digits === '') return;
    const timer = setTimeout(() => {
      keys.digits = '';
      setDigits('');
    }, forgotten);
    return () => clearTimeout(timer);
  }, [digits, keys]);
  return digits;
}
