import { cx } from 'class-variance-authority';
import { Suspense, memo, useEffect, useLayoutEffect, useMemo, useState } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import { errorText } from '../api/client';
import { useChoice, useChosenPoint } from '../deck/choice';
import { useNavigation } from '../deck/navigation';
import { chosenQuery, goTo } from '../deck/navigate';
import { useOpenDeck } from '../deck/useOpenDeck';
import { useDeckStore } from '../deck/store';
import { uploadPhotos } from '../stations/gather/uploadPhotos';
import { useUploads } from '../stations/gather/useUploads';
import { soonPart } from '../ui/lazyPart';
import { Lattice, Waiting } from '../ui/Star';
import { TextInput } from '../ui/TextInput';
import { AwayBar } from './ConnectionBar';
import { Run } from './Run';
import { Spine } from './Spine';
import { stationName, stationPages } from './stationPages';
import { useDeckCommands } from './useDeckCommands';
import { texts } from '../texts';

/** One open deck: the spine, a station, and the run. */
export default function DeckDesk() {
  const { id = '', station = 'plan' } = useParams();
  const { there, problem } = useOpenDeck(id);
  const [open, setOpen] = useState<Opened | null>(null);
  const title = useDeckStore((d) => d.header.title);
  const point = useChosenPoint();
  useAddress(id, station);
  useEffect(() => {
    document.title = there ? texts.app.jaali(title) : 'Jaali';
  }, [there, title]);

  // In Gather the station itself takes what is dropped or pasted; elsewhere it comes in for the point that is chosen.
  const hovering = useUploads({
    enabled: station !== 'gather' && point !== undefined,
    onFiles: (files) => point && void uploadPhotos(id, point.id, files, () => Promise.resolve()),
    onAddress: (address) => goTo('gather', { address }),
  });

  // A station draws itself anew by what it asks for, not with the desk.
  const page = useMemo(() => {
    const Page = stationPages[stationName(station)];
    return <Page key={id} />;
  }, [id, station]);
  const close = () => setOpen(null);

  if (problem) return <NoDeck text={errorText(problem)} />;
  if (!there)
    return (
      <>
        <Waiting />
        <AwayBar />
      </>
    );
  return (
    <>
      <Commands open={setOpen} />
      <a
        href="#station"
        className="fixed top-1 left-1 z-50 -translate-y-20 bg-notice px-4 py-2 text-word focus:translate-y-0"
        onClick={(e) => {
          e.preventDefault();
          document.querySelector('main')?.focus();
        }}
      >
        {texts.app.skipToTheStation}
      </a>
      <div
        className={cx(
          'grid h-full grid-cols-[52px_minmax(0,1fr)] grid-rows-[minmax(0,1fr)_118px]',
          'narrow:grid-cols-[minmax(0,1fr)] narrow:grid-rows-[auto_minmax(0,1fr)_auto]',
        )}
      >
        <Spine station={station} />
        <Suspense fallback={<Waiting />}>
          {page}
          <Arrived station={station} />
        </Suspense>
        <Run />
      </div>
      {hovering && (
        <div
          className={cx(
            'pointer-events-none fixed inset-3 z-30 grid place-items-center border-2',
            'border-dashed border-verdigris bg-deep/85',
          )}
        >
          <p className="text-head text-word">{texts.app.dropHereThePhotosCome(point?.wording)}</p>
        </div>
      )}
      <AwayBar />
      {open === 'list' && <Commanding close={close} />}
      <Suspense>
        {open === 'keys' && <KeysHelp open onOpenChange={close} />}
        {open === 'help' && <Help open onOpenChange={close} />}
      </Suspense>
    </>
  );
}

const CommandList = soonPart(async () => ({ default: (await import('./CommandList')).CommandList }));
const Help = soonPart(async () => ({ default: (await import('./Help')).Help }));
const KeysHelp = soonPart(async () => ({ default: (await import('./KeysHelp')).KeysHelp }));

/** The list of commands; what is typed before its script is there is not lost. */
function Commanding({ close }: { close(): void }) {
  const [typed, setTyped] = useState('');
  return (
    <Suspense
      fallback={
        <div className="fixed top-[14vh] left-1/2 z-40 w-160 max-w-[calc(100vw-1rem)] -translate-x-1/2 bg-panel p-6">
          <TextInput
            autoFocus
            aria-label={texts.app.findACommand}
            value={typed}
            onChange={(e) => setTyped(e.target.value)}
            onKeyDown={(e) => e.key === 'Escape' && close()}
          />
        </div>
      }
    >
      <CommandList open begun={typed} onOpenChange={close} />
    </Suspense>
  );
}

type Opened = 'list' | 'keys' | 'help';

/** What can be done here, for as long as the deck is open; it draws nothing, and makes nothing else draw. */
const Commands = memo(function Commands({ open }: { open(what: Opened): void }) {
  useDeckCommands({ openList: () => open('list'), openKeys: () => open('keys'), openHelp: () => open('help') });
  return null;
});

/** Keeps what is chosen and the address together: each follows the other. */
function useAddress(id: string, station: string) {
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const slideId = search.get('slide');
  const pointId = search.get('point');
  useLayoutEffect(() => {
    useNavigation.setState({ to: (path, state) => void navigate(path, { state }), station });
  }, [navigate, station]);
  useLayoutEffect(() => {
    const chosen = useChoice.getState();
    // The address follows the choice: what it says is mostly known.
    if (chosen.slideId !== slideId || chosen.pointId !== pointId) useChoice.setState({ slideId, pointId });
  }, [id, slideId, pointId]);
  useLayoutEffect(() => useChoice.setState({ tool: null }), [station]);
  useEffect(
    () =>
      useChoice.subscribe((now, was) => {
        if (now.slideId === was.slideId && now.pointId === was.pointId) return;
        // The address is where one is going: a station that was asked for may not be drawn yet, and is not called off.
        const { pathname } = window.location;
        if (Object.keys(stationPages).some((s) => pathname === `/deck/${id}/${s}`) || pathname === `/deck/${id}`)
          void navigate(pathname + chosenQuery(), { replace: true });
      }),
    [navigate, id],
  );
}

/**
 * The keys of a station act as soon as it is shown: the focus goes along to it, unless it has put it somewhere itself.
 * Stands beside the station, so that it comes when the station has.
 */
function Arrived({ station }: { station: string }) {
  useEffect(() => {
    const main = document.querySelector<HTMLElement>('main');
    if (!main) return;
    if (!main.contains(document.activeElement)) main.focus({ preventScroll: true });
  }, [station]);
  return null;
}

function NoDeck({ text }: { text: string }) {
  return (
    <main className="paper relative grid h-full place-items-center bg-paper text-ink">
      <Lattice className="absolute inset-0 text-rule" />
      <div className="relative max-w-md bg-paper p-8">
        <h1 className="text-head font-semibold">{texts.app.thisTalkCannotBeOpened}</h1>
        <p className="mt-2 text-ink-quiet">{text}</p>
        <a className="deed mt-4 inline-block" href="/">
          {texts.app.backToYourTalks}
        </a>
      </div>
    </main>
  );
}
