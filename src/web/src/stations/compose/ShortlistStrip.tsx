import { cx } from 'class-variance-authority';
import { Suspense, useState } from 'react';
import { useCommands } from '../../commands/registry';
import { useChoice, useChosenPoint, useChosenSlide } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { bring } from '../../deck/newItem';
import { useAllPoints, useDeckStore, usePhotos, useSlideOrder } from '../../deck/store';
import { photoUrl } from '../../deck/photoUrl';
import type { Photo } from '../../api/types';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { editFrame } from '../../items/frame/useFrame';
import { lazyPart, soonPart } from '../../ui/lazyPart';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';
import { numbersIn } from './numbersIn';
import { dragPhotos } from './shortlistDrag';

const SearchStrip = soonPart(async () => ({ default: (await import('./SearchStrip')).SearchStrip }));
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
  const chosenPoint = useChosenPoint();
  // The slide's own, however the slide was come to.
  const point = points.find((p) => p.id === slide?.pointId) ?? chosenPoint;
  const order = useSlideOrder();
  const [all, setAll] = useState(false);
  const [pointed, setPointed] = useState('');
  const [searching, setSearching] = useState(false);
  const [marked, setMarked] = useState<string[]>([]);
  const say = useNotices((n) => n.say);
  const [closed, setClosed] = useState<Photo | null>(null);
  const own = slide?.pointId ? (point?.shortlist ?? []) : [];
  const everything = [...new Set([...points.flatMap((p) => p.shortlist), ...Object.keys(photos)])];
  const shown = (all || !slide?.pointId ? everything : own)
    .map((id) => photos[id])
    .filter((p): p is Photo => p !== undefined);
  useCommands([
    {
      id: 'compose.search',
      name: texts.compose.searchPhotos,
      when: () => Boolean(point && editable),
      run: () => setSearching(true),
    },
  ]);
  const several = marked.filter((id) => shown.some((p) => p.id === id));
  const mark = (id: string) => setMarked((m) => (m.includes(id) ? m.filter((x) => x !== id) : [...m, id]));
  const editable = slide !== undefined && slide.kind !== 'credits';
  // A click always does something, or says why not.
  const place = (p: Photo) => {
    // As it is now: what is kept from the search may have come to it just before.
    const here = slide && useDeckStore.getState().slides[slide.id];
    if (!here) return say(texts.compose.thereIsNoSlideYet, 'refused');
    const there = here.items.find((i) => i.photos.includes(p.id));
    if (there) return useChoice.setState({ itemId: there.item.id, also: [], tool: null });
    if (!p.mayPlace) return setClosed(p);
    // A frame that is chosen takes the photo in; else it is the ground.
    const frame = here.items.find((i) => i.item.id === useChoice.getState().itemId && i.item.kind === 'frame');
    if (frame) void editFrame(here, frame, { photoId: p.id });
    else void edit({ kind: 'place-ground', slideId: here.id, photoId: p.id });
  };
  // Beside what is there.
  const addBeside = (p: Photo) =>
    slide && void bring(slide.id, { kind: 'add-photos', slideId: slide.id, photoIds: [p.id] });
  const arrange = async () => {
    if (slide && (await edit({ kind: 'add-photos', slideId: slide.id, photoIds: several }))) {
      setMarked([]);
      useChoice.setState({ tool: 'arrange', itemId: null, also: [] });
    }
  };
  const spread = async () => {
    if (await edit({ kind: 'spread-photos', photoIds: several, after: slide?.id ?? null })) setMarked([]);
  };
  // What is known of the one under the pointer or the focus, and what can be done with it.
  const here = (p: Photo) => slide?.items.some((i) => i.photos.includes(p.id)) ?? false;
  const about = shown.find((p) => p.id === pointed) ?? shown.find((p) => !here(p)) ?? shown[0];
  if (searching && point)
    return (
      <Suspense>
        <SearchStrip point={point} place={place} onClose={() => setSearching(false)} />
      </Suspense>
    );
  return (
    <aside
      aria-label={texts.compose.keptPhotos}
      className="flex h-14 shrink-0 items-center gap-4 text-small narrow:h-auto narrow:flex-wrap narrow:p-3"
    >
      <h2 className="line-clamp-2 w-28 shrink-0 leading-tight text-quiet narrow:w-full" title={point?.wording}>
        {all || !slide?.pointId ? texts.compose.allKeptPhotos : texts.compose.keptFor(point?.wording ?? '')}
      </h2>
      {shown.length === 0 && (
        <p className="text-quiet">
          {texts.compose.noneYet}
          <Button kind="link" onClick={() => goTo('gather')}>
            {texts.compose.gatherSome}
          </Button>
        </p>
      )}
      <ul className="flex min-w-0 gap-3 overflow-x-auto p-1 narrow:w-full narrow:flex-wrap">
        {shown.map((p) => (
          <li key={p.id} className="shrink-0" onPointerEnter={() => setPointed(p.id)} onFocus={() => setPointed(p.id)}>
            <Button
              draggable={editable}
              className={cx(
                'relative block',
                here(p) && 'outline-2 outline-offset-1 outline-verdigris',
                several.includes(p.id) && 'opacity-60',
              )}
              aria-pressed={here(p)}
              aria-label={texts.compose.place(p.title || texts.compose.thisPhoto)}
              onClick={(e) => (e.shiftKey || e.ctrlKey || e.metaKey ? mark(p.id) : place(p))}
              onDragStart={(e) => dragPhotos(e, several.includes(p.id) && several.length > 1 ? several : [p.id])}
            >
              <img
                src={photoUrl(p, 160)}
                alt=""
                draggable={false}
                className="h-11 max-w-20 object-cover"
                style={{ aspectRatio: `${p.width} / ${p.height}` }}
              />
              {several.includes(p.id) && <span className="absolute inset-0 grid place-items-center">✓</span>}
            </Button>
          </li>
        ))}
      </ul>
      <span className="flex shrink-0 flex-col items-start leading-tight">
        {slide?.pointId && everything.length > own.length && (
          <Button kind="verb" onClick={() => setAll(!all)}>
            {all ? texts.compose.onlyThisPoint : texts.compose.allPhotos(everything.length)}
          </Button>
        )}
        {point && editable && (
          <Button kind="verb" onClick={() => setSearching(true)}>
            {texts.compose.search}
          </Button>
        )}
      </span>
      {several.length > 0 ? (
        <Marked
          several={several}
          editable={editable}
          count={order.length}
          onArrange={() => void arrange()}
          onSpread={() => void spread()}
          onGrounds={(slides) => {
            const numbers = numbersIn(slides, order.length);
            if (!numbers) return say(texts.compose.writeNumbersOfSlides(order.length), 'refused');
            return edit({ kind: 'place-grounds', slideIds: numbers.map((n) => order[n - 1]!), photoId: several[0]! });
          }}
          onUnmark={() => setMarked([])}
        />
      ) : (
        about && (
          <div className="min-w-0 flex-1 leading-tight" aria-live="polite">
            <p className="truncate text-word">
              {about.title || texts.compose.thisPhoto}
              {about.maker && `, ${about.maker}`}
            </p>
            <p className="flex min-w-0 items-baseline gap-3">
              <span className={cx('min-w-0 truncate', about.mayPlace ? 'text-quiet' : 'text-marigold')}>
                {here(about) ? texts.compose.isOnThisSlide : about.inWords}
              </span>
              {!here(about) && editable && about.mayPlace && (
                <Button
                  kind="link"
                  aria-label={texts.compose.addBesideNamed(about.title || texts.compose.thisPhoto)}
                  onClick={() => addBeside(about)}
                >
                  {texts.compose.addBeside}
                </Button>
              )}
              {about.mayPlace && (
                <Button
                  kind="link"
                  aria-label={texts.compose.markNamed(about.title || texts.compose.thisPhoto)}
                  onClick={() => mark(about.id)}
                >
                  {texts.compose.markIt}
                </Button>
              )}
            </p>
          </div>
        )
      )}
      {closed && (
        <Suspense>
          <PermissionDialog photo={closed} onClose={() => setClosed(null)} />
        </Suspense>
      )}
    </aside>
  );
}

interface MarkedProps {
  several: string[];
  editable: boolean;
  count: number;
  onArrange(): void;
  onSpread(): void;
  onGrounds(slides: string): unknown;
  onUnmark(): void;
}

/** What can be done with the photos that are marked. */
function Marked({ several, editable, onArrange, onSpread, onGrounds, onUnmark }: MarkedProps) {
  return (
    <span className="flex min-w-0 flex-1 flex-wrap items-baseline gap-x-4 leading-tight">
      <span className="text-quiet">{texts.compose.marked(several.length)}</span>
      {editable && (
        <Button kind="verb" onClick={onArrange}>
          {texts.compose.arrangeThemHere}
        </Button>
      )}
      <Button kind="verb" onClick={onSpread}>
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
            onCommit={onGrounds}
          />
        </label>
      )}
      <Button kind="verb" onClick={onUnmark}>
        {texts.compose.unmark}
      </Button>
    </span>
  );
}
