import { Suspense, lazy, useCallback, useEffect, useMemo, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { sentence } from '../api/client';
import { DeckContext, type OpenDeck } from '../deck/DeckContext';
import { useDeck, useEdit, useLive, useScenes } from '../deck/useDeck';
import { bring } from '../stations/gather/bring';
import { useWaysIn } from '../stations/gather/useWaysIn';
import { CommandList } from './CommandList';
import { KeysHelp } from './KeysHelp';
import { Run } from './Run';
import { Spine } from './Spine';
import { Lattice, Waiting } from './Star';
import { stations } from './stations';

const pages = {
  plan: lazy(() => import('../stations/plan/Plan')),
  gather: lazy(() => import('../stations/gather/Gather')),
  compose: lazy(() => import('../stations/compose/Compose')),
  clear: lazy(() => import('../stations/clear/Clear')),
  deliver: lazy(() => import('../stations/deliver/Deliver')),
};

/** One open deck: the spine, a station, and the run. */
export default function DeckDesk() {
  const { id = '', station = 'plan' } = useParams();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const deckQuery = useDeck(id);
  const scenesQuery = useScenes(id);
  const { edit, undo, redo } = useEdit(id);
  useLive(id);
  const [listOpen, setListOpen] = useState(false);
  const [helpOpen, setHelpOpen] = useState(false);
  const deck = deckQuery.data;
  const scenes = scenesQuery.data;

  useEffect(() => {
    document.title = deck ? `${deck.title} - Jaali` : 'Jaali';
  }, [deck]);

  const query = search.toString();
  const goTo = useCallback(
    (to: string) => navigate(`/deck/${id}/${to}${query ? `?${query}` : ''}`),
    [navigate, id, query],
  );
  const open: OpenDeck | null = useMemo(() => {
    if (!deck) return null;
    const slide = deck.slides.find((s) => s.id === search.get('slide')) ?? deck.slides[0];
    const pointId = slide?.pointId ?? search.get('point');
    const point = deck.points.find((p) => p.id === pointId) ?? (slide?.pointId ? undefined : deck.points[0]);
    const keepStation = { replace: true };
    return {
      deck,
      scenes: scenes ?? {},
      slide,
      point,
      choose: (slideId) => setSearch({ slide: slideId }, keepStation),
      choosePoint(pointId) {
        const first = deck.slides.find((s) => s.pointId === pointId);
        const free = deck.slides.find((s) => !s.pointId);
        setSearch(first ? { slide: first.id } : { ...(free ? { slide: free.id } : {}), point: pointId }, keepStation);
      },
      goTo,
      edit,
      undo,
      redo,
    };
  }, [deck, scenes, search, setSearch, goTo, edit, undo, redo]);

  const slides = deck?.slides ?? [];
  const at = slides.findIndex((s) => s.id === open?.slide?.id);
  const step = (by: number) => {
    const next = slides[at + by];
    if (next) open?.choose(next.id);
  };
  stations.forEach((s, i) => {
    // The stations never change, so the order of these hooks does not either.
    // eslint-disable-next-line react-hooks/rules-of-hooks
    useHotkeys(String(i + 1), () => goTo(s.id), [goTo]);
  });
  useHotkeys('mod+z', () => void undo(), { preventDefault: true }, [undo]);
  useHotkeys('mod+shift+z, mod+y', () => void redo(), { preventDefault: true }, [redo]);
  useHotkeys('mod+k', () => setListOpen(true), { preventDefault: true, enableOnFormTags: true });
  useHotkeys('shift+slash, ?', () => setHelpOpen(true), { useKey: true });
  useHotkeys('pagedown', () => step(1), { preventDefault: true }, [open, at]);
  useHotkeys('pageup', () => step(-1), { preventDefault: true }, [open, at]);
  useHotkeys('n', () => void edit({ kind: 'add-slide', after: open?.slide?.id ?? null }), [edit, open]);
  useHotkeys('d', () => open?.slide && void edit({ kind: 'duplicate-slide', slideId: open.slide.id }), [edit, open]);
  useHotkeys('s', () => open?.slide && navigate(`/deck/${id}/show?slide=${open.slide.id}&back=${station}`), [
    open,
    id,
    station,
  ]);
  useHotkeys('shift+s', () => slides.length > 0 && navigate(`/deck/${id}/show?back=${station}`), [
    slides.length,
    id,
    station,
  ]);

  // In Gather the station itself takes what is dropped or pasted; elsewhere it comes in for the point that is chosen.
  const hovering = useWaysIn({
    enabled: station !== 'gather' && open?.point !== undefined,
    onFiles: (files) => open?.point && void bring(id, open.point.id, files, () => Promise.resolve()),
    onAddress: (address) => void navigate(`/deck/${id}/gather${query ? `?${query}` : ''}`, { state: { address } }),
  });

  if (deckQuery.error) return <NoDeck text={sentence(deckQuery.error)} />;
  if (!open) return <Waiting />;
  const Page = pages[station as keyof typeof pages] ?? pages.plan;
  return (
    <DeckContext value={open}>
      <div className="grid h-full grid-cols-[52px_minmax(0,1fr)] grid-rows-[minmax(0,1fr)_118px]">
        <Spine station={station} />
        <Suspense fallback={<Waiting />}>
          <Page key={id} openCommands={() => setListOpen(true)} />
        </Suspense>
        <Run />
      </div>
      {hovering && (
        <div className="pointer-events-none fixed inset-3 z-30 grid place-items-center border-2 border-dashed border-verdigris bg-deep/85">
          <p className="text-[19px] text-word">Let go to take the photos in for “{open.point?.wording}”.</p>
        </div>
      )}
      <CommandList open={listOpen} onOpenChange={setListOpen} onHelp={() => setHelpOpen(true)} />
      <KeysHelp open={helpOpen} onOpenChange={setHelpOpen} />
    </DeckContext>
  );
}

function NoDeck({ text }: { text: string }) {
  return (
    <main className="paper relative grid h-full place-items-center bg-paper text-ink">
      <Lattice className="absolute inset-0 text-rule" />
      <div className="relative max-w-md bg-paper p-8">
        <h1 className="text-2xl font-semibold">This talk cannot be opened</h1>
        <p className="mt-2 text-ink-quiet">{text}</p>
        <a className="deed mt-4 inline-block" href="/">
          Back to your talks
        </a>
      </div>
    </main>
  );
}
