import { useRef, useState } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { FrameEdit, Item, Slide } from '../../api/types';
import { usePhoto, useScenes } from '../../deck/store';
import { playingOn } from '../../scene/playing';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { useNotices } from '../../ui/useNotices';
import { frameTexts as t } from './texts';
import { editFrame, frameOf } from './useFrame';

type ClipEdit = NonNullable<FrameEdit['clip']>;

/** How a clip plays: which stretch of it, when, how often, how loud, with what captions. */
export default function ClipControls({ slide, item }: { slide: Slide; item: Item }) {
  const frame = frameOf(item);
  const photo = usePhoto(frame?.photoId);
  const scene = useScenes(slide.id)[0];
  const file = useRef<HTMLInputElement>(null);
  const [watching, setWatching] = useState(false);
  const clip = frame?.clip;
  const facts = photo?.clip;
  if (!frame || !clip || !photo || !facts) return null;
  const set = (change: ClipEdit) => editFrame(slide, item, { clip: change });
  // The scene says whether it plays.
  const still = scene !== undefined && !playingOn(scene).some((p) => p.itemId === item.item.id);
  const captions = (clip.captions ?? '').split(' --> ').length - 1;
  return (
    <>
      {still && <span className="text-marigold">{t.standsStill}</span>}
      <span className="flex items-baseline gap-1.5">
        {t.from}
        <NumberField label={t.beginsAt} digits={2} value={clip.from ?? 0} onCommit={(from) => set({ from })} />
        {t.to}
        <NumberField label={t.endsAt} digits={2} value={clip.to ?? facts.seconds} onCommit={(to) => set({ to })} />
        {t.s}
      </span>
      <Button kind="verb" onClick={() => setWatching(true)}>
        {t.watch}
      </Button>
      <span>
        {t.starts}
        <Select
          dark
          label={t.whenItStarts}
          value={clip.starts ?? 'press'}
          options={[
            ['press', t.onPress],
            ['slide', t.withTheSlide],
          ]}
          onChoose={(starts) => void set({ starts })}
        />
      </span>
      <Select
        dark
        label={t.howOften}
        value={clip.loops ? 'again' : 'once'}
        options={[
          ['once', t.once],
          ['again', t.again],
        ]}
        onChoose={(how) => void set({ loops: how === 'again' })}
      />
      {facts.hasSound && (
        <span className="flex items-baseline gap-1.5">
          {t.sound}
          <Select
            dark
            label={t.soundHeard}
            value={clip.muted ? 'silent' : 'heard'}
            options={[
              ['heard', t.heard],
              ['silent', t.silent],
            ]}
            onChoose={(how) => void set({ muted: how === 'silent' })}
          />
          {!clip.muted && (
            <span className="flex items-baseline gap-1">
              <NumberField
                label={t.volume}
                digits={0}
                value={(clip.volume ?? 1) * 100}
                onCommit={(percent) => set({ volume: percent / 100 })}
              />
              {'%'}
            </span>
          )}
        </span>
      )}
      <Button kind="verb" onClick={() => file.current?.click()}>
        {captions > 0 ? t.captionsOf(captions) : t.captions}
      </Button>
      {captions > 0 && (
        <Button kind="verb" onClick={() => void set({ captions: '' })}>
          {t.noCaptions}
        </Button>
      )}
      <input
        ref={file}
        type="file"
        accept=".vtt,text/vtt"
        aria-label={t.captionsFile}
        className="sr-only"
        tabIndex={-1}
        onChange={(e) => {
          const chosen = e.target.files?.[0];
          e.target.value = '';
          if (chosen) void chosen.text().then((captions) => set({ captions }));
        }}
      />
      <Dialog
        open={watching}
        onOpenChange={setWatching}
        title={t.watchTitle(photo.title)}
        description={t.watchHow}
        wide
      >
        <Watching
          slide={slide}
          item={item}
          source={facts.sha256}
          from={clip.from ?? 0}
          onPoster={() => setWatching(false)}
        />
      </Dialog>
    </>
  );
}

function Watching({
  slide,
  item,
  source,
  from,
  onPoster,
}: {
  slide: Slide;
  item: Item;
  source: string;
  from: number;
  onPoster(): void;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const frame = frameOf(item);
  const [making, setMaking] = useState(false);
  const here = () => video.current?.currentTime ?? 0;
  if (!frame?.clip) return null;
  const poster = async () => {
    setMaking(true);
    try {
      const made = await unwrap(
        api.POST('/api/clips/{photoId}/poster', {
          params: { path: { photoId: frame.photoId } },
          body: { second: here() },
        }),
      );
      const { from, to, muted, loops, volume, starts, captions } = frame.clip!;
      // The clip is the same: how it plays and how it is seen go along.
      const done = await editFrame(slide, item, {
        photoId: made.photoId,
        crop: frame.crop,
        clip: { from, to, muted, loops, volume, starts, captions },
      });
      if (done) onPoster();
    } catch (problem) {
      useNotices.getState().say(errorText(problem), 'refused');
    } finally {
      setMaking(false);
    }
  };
  return (
    <>
      <video
        ref={video}
        src={`/api/clips/${source}`}
        controls
        className="mt-4 max-h-[44vh] w-full bg-black"
        onLoadedMetadata={(e) => (e.currentTarget.currentTime = from)}
      />
      <p className="mt-4 flex flex-wrap gap-x-6 gap-y-2">
        <Button kind="verb" onClick={() => void editFrame(slide, item, { clip: { from: here() } })}>
          {t.beginHere}
        </Button>
        <Button kind="verb" onClick={() => void editFrame(slide, item, { clip: { to: here() } })}>
          {t.endHere}
        </Button>
        {!frame.clip.soundAlone && (
          <Button kind="verb" disabled={making} onClick={() => void poster()}>
            {t.posterHere}
          </Button>
        )}
      </p>
    </>
  );
}
