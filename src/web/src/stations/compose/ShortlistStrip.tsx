import { Suspense, useState } from 'react';
import { useChoice, useChosenPoint, useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useAllPoints, usePhotos, useSlideOrder } from '../../deck/store';
import { photoUrl } from '../../deck/photoUrl';
import type { Photo } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { lazyPart } from '../../ui/lazyPart';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';
import { numbersIn } from './numbersIn';
import { chooseNew, dragPhotos } from './shortlistDrag';

const PermissionDialog = lazyPart(async () => ({
  default: (await import('../settle/PermissionDialog')).PermissionDialog,
}));

/**
 * What could be on the slide: the photos kept for its point, or all of them. One is placed by a click, put beside what
 * is
 * there, or dragged to its place; several are marked, then arranged at once or given a slide each.
 */
export function ShortlistStrip() {
  const photos = usePhotos();
  const points = useAllPoints();
  const slide = useChosenSlide();
  const point = useChosenPoint();
  const order = useSlideOrder();
  const [all, setAll] = useState(false);
  const [told, setHere] = useState('');
  const [marked, setMarked] = useState<string[]>([]);
  const say = useNotices((n) => n.say);
  const [closed, setClosed] = useState<Photo | null>(null);
  const own = slide?.pointId ? (point?.shortlist ?? []) : [];
  const everything = [...new Set([...points.flatMap((p) => p.shortlist), ...Object.keys(photos)])];
  const shown = (all || !slide?.pointId ? everything : own)
    .map((id) => photos[id])
    .filter((p): p is Photo => p !== undefined);
  const several = marked.filter((id) => shown.some((p) => p.id === id));
  const mark = (id: string) => setMarked((m) => (m.includes(id) ? m.filter((x) => x !== id) : [...m, id]));
  const editable = slide !== undefined && slide.kind !== 'credits';
  // A click always does something, or says why not.
  const place = (p: Photo) => {
    if (!slide) return say(texts.compose.thereIsNoSlideYet, 'refused');
    const there = slide.items.find((i) => i.photos.includes(p.id));
    if (there) {
      useChoice.setState({ itemId: there.item.id, also: [], tool: null });
      return setHere(p.id);
    }
    if (p.mayPlace) void edit({ kind: 'place-ground', slideId: slide.id, photoId: p.id });
    else setClosed(p);
  };
  // Beside what is there.
  const addBeside = async (p: Photo) => {
    if (!slide) return;
    const before = new Set(slide.items.map((i) => i.item.id));
    const done = await edit({ kind: 'add-photos', slideId: slide.id, photoIds: [p.id] });
    if (done) chooseNew(slide.id, before);
  };
  const arrange = async () => {
    if (slide && (await edit({ kind: 'add-photos', slideId: slide.id, photoIds: several }))) {
      setMarked([]);
      useChoice.setState({ tool: 'arrange', itemId: null, also: [] });
    }
  };
  const spread = async () => {
    if (await edit({ kind: 'spread-photos', photoIds: several, after: slide?.id ?? null })) setMarked([]);
  };
  return (
    <aside aria-label={texts.compose.keptPhotos} className="shrink-0 overflow-auto text-small narrow:p-3">
      <div className="flex min-h-6 flex-wrap items-baseline gap-x-4">
        <h2 className="min-w-0 truncate text-soft">
          {all || !slide?.pointId ? texts.compose.allKeptPhotos : texts.compose.keptFor(point?.wording ?? '')}
        </h2>
        {slide?.pointId && everything.length > own.length && (
          <Button kind="verb" onClick={() => setAll(!all)}>
            {all ? texts.compose.onlyThisPoint : texts.compose.allPhotos(everything.length)}
          </Button>
        )}
        {several.length > 0 && (
          <span className="ml-auto flex flex-wrap items-baseline gap-x-4">
            <span className="text-quiet">{texts.compose.marked(several.length)}</span>
            {editable && (
              <Button kind="verb" onClick={() => void arrange()}>
                {texts.compose.arrangeThemHere}
              </Button>
            )}
            <Button kind="verb" onClick={() => void spread()}>
              {texts.compose.aSlideEach}
            </Button>
            {several.length === 1 && (
              <label className="flex items-baseline gap-1">
                {texts.compose.groundOfSlides}
                <Field
                  label={texts.compose.groundOfSlides}
                  className="!inline !w-16 border-b-line font-mono text-word"
                  value=""
                  placeholder="2-5, 8"
                  onCommit={(text) => {
                    const numbers = numbersIn(text, order.length);
                    if (!numbers) return say(texts.compose.writeNumbersOfSlides(order.length), 'refused');
                    return edit({
                      kind: 'place-grounds',
                      slideIds: numbers.map((n) => order[n - 1]!),
                      photoId: several[0]!,
                    });
                  }}
                />
              </label>
            )}
            <Button kind="verb" onClick={() => setMarked([])}>
              {texts.compose.unmark}
            </Button>
          </span>
        )}
      </div>
      {shown.length === 0 && (
        <p className="text-quiet">
          {texts.compose.noneYet}
          <Button kind="link" onClick={() => goTo('gather')}>
            {texts.compose.gatherSome}
          </Button>
        </p>
      )}
      <ul className="flex gap-3 overflow-x-auto p-1 narrow:flex-wrap">
        {shown.map((p) => {
          const here = slide?.items.some((i) => i.photos.includes(p.id)) ?? false;
          const isMarked = several.includes(p.id);
          return (
            <li key={p.id} className="shrink-0">
              <Button
                draggable={editable}
                className={`relative block ${here ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
                aria-pressed={here}
                aria-label={texts.compose.place(p.title || texts.compose.thisPhoto)}
                onClick={(e) => (e.shiftKey || e.ctrlKey || e.metaKey ? mark(p.id) : place(p))}
                onDragStart={(e) => dragPhotos(e, isMarked && several.length > 1 ? several : [p.id])}
              >
                <img
                  src={photoUrl(p, 240)}
                  alt=""
                  draggable={false}
                  className="h-14 max-w-36 object-cover"
                  style={{ aspectRatio: `${p.width} / ${p.height}` }}
                />
              </Button>
              <span className="flex max-w-36 items-baseline gap-2 text-note">
                <span
                  aria-live="polite"
                  className={`min-w-0 flex-1 truncate ${p.mayPlace ? 'text-quiet' : 'text-marigold'}`}
                >
                  {here ? (told === p.id ? texts.compose.isOnThisSlide : texts.compose.here) : p.inWords}
                </span>
                {!here && p.mayPlace && editable && slide.items.some((i) => i.photos.length > 0) && (
                  <Button
                    kind="verb"
                    aria-label={texts.compose.addBesideNamed(p.title || texts.compose.thisPhoto)}
                    onClick={() => void addBeside(p)}
                  >
                    {texts.compose.addBeside}
                  </Button>
                )}
                {p.mayPlace && (
                  <Button
                    kind="verb"
                    aria-pressed={isMarked}
                    aria-label={texts.compose.markNamed(p.title || texts.compose.thisPhoto)}
                    onClick={() => mark(p.id)}
                  >
                    {isMarked ? texts.compose.isMarked : texts.compose.markIt}
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      {closed && (
        <Suspense>
          <PermissionDialog photo={closed} onClose={() => setClosed(null)} />
        </Suspense>
      )}
    </aside>
  );
}
