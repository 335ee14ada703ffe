import { useEffect, useRef, useState } from 'react';
import type { Playing } from '../api/types';
import { ownClips } from '../deck/photoUrl';
import { secondOf, type ClipAt } from './clips';

interface Props {
  plays: Playing;
  at: ClipAt;
  /** Another window plays with sound: this one goes along, silent. */
  follows: boolean;
  /** It is on the slide that is shown, and not beside it. */
  shown: boolean;
  /** What is said in it at a time; empty for nothing. */
  onSay(words: string): void;
}

// How far a window that goes along may be off, and how often it is brought back, in seconds.
const apart = 0.4;
const patience = 2;

/** What plays in the place of a picture: over its poster from its first moment on. */
export function Clip({ plays, at, follows, shown, onSay }: Props) {
  const say = useRef(onSay);
  say.current = onSay;
  const video = useRef<HTMLVideoElement>(null);
  const [seen, setSeen] = useState(false);
  const { from, to, loops, muted, volume, rect, captions, soundAlone } = plays;
  const { second, since } = at;
  const going = at.plays && shown;

  useEffect(() => {
    const v = video.current;
    if (!v || captions.length === 0) return;
    const track = v.addTextTrack('captions');
    for (const c of captions)
      // What stands in a cue is markup: letters that would be are written as they are.
      track.addCue(new VTTCue(c.from, c.to, c.text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;')));
    // They are shown over the slide, in its own type: what lies over the clip does not darken them.
    track.mode = 'hidden';
    track.oncuechange = () =>
      say.current([...(track.activeCues ?? [])].map((c) => (c as VTTCue).getCueAsHTML().textContent).join('\n'));
    return () => {
      say.current('');
      track.oncuechange = null;
      track.mode = 'disabled';
      for (const c of [...(track.cues ?? [])]) track.removeCue(c);
    };
  }, [captions]);

  useEffect(() => {
    const v = video.current;
    if (!v) return;
    const place = () => from + secondOf({ second, plays: going, since }, plays, Date.now());
    v.volume = volume;
    v.muted = muted || follows;
    if (!going) {
      v.pause();
      if (second > 0) {
        v.currentTime = place();
        setSeen(true);
      } else setSeen(false);
      return;
    }
    if (Math.abs(v.currentTime - place()) > 0.05) v.currentTime = place();
    setSeen(true);
    const loud = () => {
      v.muted = muted || follows;
    };
    // A window that nobody has touched yet may not sound: it plays silent until it is.
    v.play().catch(() => {
      v.muted = true;
      addEventListener('pointerdown', loud, { once: true });
      addEventListener('keydown', loud, { once: true });
      v.play().catch(() => undefined);
    });
    let frame = 0;
    let brought = Date.now();
    const watch = () => {
      if (v.currentTime >= to - 0.02 || v.ended) {
        if (!loops) {
          v.pause();
          return;
        }
        v.currentTime = from;
        void v.play().catch(() => undefined);
      } else if (follows && Date.now() - brought > patience * 1000 && Math.abs(v.currentTime - place()) > apart) {
        brought = Date.now();
        v.currentTime = place();
      }
      frame = requestAnimationFrame(watch);
    };
    frame = requestAnimationFrame(watch);
    return () => {
      cancelAnimationFrame(frame);
      removeEventListener('pointerdown', loud);
      removeEventListener('keydown', loud);
    };
    // What plays is the same as long as its numbers are.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [going, second, since, follows, from, to, loops, muted, volume, plays.source]);

  return (
    <foreignObject {...rect}>
      <video
        ref={video}
        src={ownClips.get(plays.source) ?? `/api/clips/${plays.source}`}
        data-clip={plays.source}
        data-going={going || undefined}
        preload="auto"
        playsInline
        disablePictureInPicture
        aria-hidden
        tabIndex={-1}
        style={{
          width: '100%',
          height: '100%',
          objectFit: 'fill',
          display: 'block',
          opacity: seen && !soundAlone ? 1 : 0,
        }}
      />
    </foreignObject>
  );
}
