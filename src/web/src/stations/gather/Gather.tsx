import { cx } from 'class-variance-authority';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { useLocation } from 'react-router';
import { errorText } from '../../api/client';
import type { Candidate, Slide } from '../../api/types';
import { useCommands } from '../../commands/registry';
import { choosePoint, useChosenPoint } from '../../deck/choice';
import { edit, undo } from '../../deck/edit';
import { useLastEdit } from '../../deck/lastEdit';
import { keepFor } from '../../deck/keeping';
import { goTo } from '../../deck/navigate';
import { rules } from '../../deck/rules';
import { useAllPoints, useDeckId, useDeckStore, useHeader, usePhotos, useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { OnceHint, markSeen } from '../../ui/OnceHint';
import { Panes } from '../../ui/Panes';
import { useNarrow } from '../../ui/useNarrow';
import { Lattice } from '../../ui/Star';
import { useNotices } from '../../ui/useNotices';
import { NextStation, StationHead } from '../StationHead';
import { AddressDialog } from './AddressDialog';
import { uploadPhotos } from './uploadPhotos';
import { CameraDialog } from './CameraDialog';
import { CollectionsDialog } from './CollectionsDialog';
import { CollectionStatus } from './CollectionStatus';
import { Filters } from './Filters';
import { HiddenResults } from './HiddenResults';
import { LargeView } from './LargeView';
import { SideBySide } from './SideBySide';
import { PointList, usePointSteps } from './PointList';
import { useEarlierSearches, useSearch, type Wish } from '../../deck/useSearch';
import { useUploads } from './useUploads';
import { keyOf, SearchResults } from './SearchResults';
import { texts } from '../../texts';

/** Left the points, in the middle one wall of candidates from all collections. */
export default function Gather() {
  usePointSteps();
  const deckId = useDeckId();
  const header = useHeader();
  const points = useAllPoints();
  const point = useChosenPoint();
  const say = useNotices((s) => s.say);
  const location = useLocation();
  const proposed = point?.searchWords.join(' ') ?? '';
  const [draft, setDraft] = useState(proposed);
  const [wish, setWish] = useState<Wish>(() => ({ ...rules().filter, without: [] }));
  const [large, setLarge] = useState<string | null>(null);
  const [beside, setBeside] = useState<string[]>([]);
  const [laid, setLaid] = useState(false);
  // An address dropped or pasted at another station comes along.
  const [address, setAddress] = useState<string | null>(
    (location.state as { address?: string } | null)?.address ?? null,
  );
  const [collections, setCollections] = useState(false);
  const [camera, setCamera] = useState(false);
  const asked = useRef<HTMLInputElement>(null);
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const here = () => point !== undefined;
  useCommands([
    { id: 'gather.files', name: texts.gather.bringInFiles, when: here, run: () => files.current?.click() },
    { id: 'gather.folder', name: texts.gather.bringInAFolder, when: here, run: () => folder.current?.click() },
    { id: 'gather.address', name: texts.gather.fromAnAddress, when: here, run: () => setAddress('') },
    { id: 'gather.camera', name: texts.camera.verb, when: here, run: () => setCamera(true) },
    { id: 'gather.collections', name: texts.gather.collections, run: () => setCollections(true) },
    {
      id: 'search.write',
      name: texts.gather.writeWhatToLookFor,
      keys: ['/'],
      group: texts.gather.gather,
      when: () => asked.current !== null,
      run: () => asked.current?.select(),
    },
  ]);
  const pointId = point?.id ?? '';
  useEffect(() => {
    setDraft(proposed);
    setLarge(null);
    setBeside([]);
  }, [pointId, proposed]);
  const { wall, error, refresh, more, retry } = useSearch(deckId, pointId, proposed, wish);
  const earlier = (useEarlierSearches(deckId, pointId) ?? []).filter((w) => w !== proposed).slice(0, 4);
  const candidates = wall?.candidates ?? [];
  const bringIn = (list: File[]) => (point ? uploadPhotos(deckId, point.id, list, refresh) : Promise.resolve());
  const dropping = useUploads({ enabled: point !== undefined, onFiles: bringIn, onAddress: setAddress });

  const search = (words: string) => {
    if (!point || words.trim() === '' || words.trim() === proposed) return;
    void edit({ kind: 'edit-point', pointId: point.id, searchWords: words.trim().split(/\s+/) });
  };
  const keep = async (c: Candidate, largest = false) => {
    if (!point || c.kept) return;
    markSeen('gather.keys');
    const { slides } = useDeckStore.getState();
    const was = Object.fromEntries(Object.values(slides).map((slide) => [slide.id, photosOf(slide)]));
    // What was kept is told, with what came of it and the way back, until something else is done.
    await keepFor(point.id, c, largest, (photoId) => {
      useLastEdit.setState({ kept: { title: c.title, pointId: point.id, photoId, was }, says: '' });
      return refresh();
    });
  };
  const letGo = async (c: Candidate) => {
    if (point && c.kept && (await edit({ kind: 'remove-from-shortlist', pointId: point.id, photoId: c.kept })))
      await refresh();
  };
  const layBeside = (c: Candidate) => {
    const key = keyOf(c);
    if (beside.includes(key)) setBeside(beside.filter((k) => k !== key));
    else if (beside.length < rules().mostBeside) setBeside([...beside, key]);
    else say(texts.gather.atMostStandSideBy(rules().mostBeside), 'refused');
  };
  const byKey = (key: string | null) => candidates.find((c) => keyOf(c) === key);
  const onTable = beside.map(byKey).filter((c): c is Candidate => c !== undefined);
  const looked = byKey(large);

  const keptCount = new Set(points.flatMap((p) => p.shortlist)).size;
  const note =
    keptCount === 0
      ? texts.gather.noPhotoKeptYet
      : texts.gather.keptFor(keptCount === 1 ? '1 photo' : `${keptCount} photos`, counted(points.length - 1, 'point'));
  const total = wall?.answers.reduce((n, a) => n + a.here, 0) ?? 0;
  const narrowed = wall && wall.hiddenUnfit + wall.hiddenFiltered + wall.hiddenClosed > 0;
  const open = looked !== undefined || laid || address !== null;
  return (
    <main id="station" tabIndex={-1} className="relative flex min-h-0 min-w-0 flex-col bg-surround">
      <StationHead note={note}>
        <Button kind="verb" disabled={!point} onClick={() => files.current?.click()}>
          {texts.gather.bringInFiles}
        </Button>
        <Button kind="verb" disabled={!point} onClick={() => folder.current?.click()}>
          {texts.gather.aFolder}
        </Button>
        <Button kind="verb" disabled={!point} onClick={() => setAddress('')}>
          {texts.gather.fromAnAddress}
        </Button>
        <Button kind="verb" disabled={!point} onClick={() => setCamera(true)}>
          {texts.camera.verb}
        </Button>
        <Button kind="verb" onClick={() => setCollections(true)}>
          {texts.gather.collections}
        </Button>
        {header.open.gather === 0 && keptCount > 0 && <NextStation to="compose" name={texts.gather.nextCompose} />}
      </StationHead>
      {[
        {
          box: files,
          label: texts.gather.filesToBringIn,
          more: {
            multiple: true,
            accept: [...rules().photoTypes, ...rules().clipEndings.map((e) => `.${e}`)].join(','),
          },
        },
        { box: folder, label: texts.gather.folderToBringIn, more: { webkitdirectory: '' } },
      ].map(({ box, label, more }) => (
        <input
          key={label}
          ref={box}
          type="file"
          hidden
          aria-label={label}
          {...more}
          onChange={(e) => {
            void bringIn([...(e.target.files ?? [])]);
            e.target.value = '';
          }}
        />
      ))}
      <Panes
        columns="grid-cols-[236px_minmax(0,1fr)]"
        main="photos"
        sides={[
          { id: 'points', name: texts.gather.points, body: <PointList /> },
          {
            id: 'photos',
            name: texts.gather.photos2,
            body: point ? (
              <section
                aria-label={texts.gather.candidates}
                className="flex min-h-0 min-w-0 flex-col px-6 pt-4 narrow:px-4 narrow:pt-2"
              >
                <form
                  role="search"
                  className={cx(
                    'flex flex-wrap items-baseline gap-x-4 border-b border-edge pb-1.5',
                    'focus-within:border-verdigris',
                  )}
                  onSubmit={(e) => {
                    e.preventDefault();
                    search(draft);
                  }}
                >
                  <input
                    ref={asked}
                    aria-label={texts.gather.whatToLookFor}
                    onKeyDown={(e) => {
                      if (e.key !== 'Escape') return;
                      setDraft(proposed);
                      e.currentTarget.blur();
                    }}
                    className={cx(
                      'min-w-0 flex-1 bg-transparent text-head outline-none',
                      'focus:shadow-[0_2px_0_var(--color-verdigris)]',
                    )}
                    value={draft}
                    maxLength={rules().longestSearch}
                    placeholder={texts.gather.whatToLookFor}
                    onChange={(e) => setDraft(e.target.value)}
                  />
                  <span className="text-small narrow:hidden">
                    <Rewording
                      label={texts.gather.try}
                      words={wall?.related ?? []}
                      onChoose={(w) => search(`${proposed} ${w}`)}
                    />
                    <Rewording label={texts.gather.before} words={earlier} onChoose={search} />
                  </span>
                </form>
                <Folded label={texts.gather.whatIsShownAndWhy}>
                  <Filters filter={wish} onChange={setWish} />
                  <div className="flex items-baseline gap-6 pt-1.5 pb-2">
                    {error ? (
                      <p className="font-mono text-note text-marigold">{errorText(error)}</p>
                    ) : (
                      <CollectionStatus
                        answers={wall?.answers ?? []}
                        without={wish.without}
                        onSwitch={(id) =>
                          setWish({
                            ...wish,
                            without: wish.without.includes(id)
                              ? wish.without.filter((w) => w !== id)
                              : [...wish.without, id],
                          })
                        }
                        onRetry={(id) => void retry(id)}
                      />
                    )}
                    {wall && (
                      <HiddenResults
                        wall={wall}
                        closed={wish.closed ?? false}
                        set={(closed) => setWish({ ...wish, closed })}
                        showUnfit={() => setWish({ ...wish, licence: 'any' })}
                      />
                    )}
                  </div>
                </Folded>
                <OnceHint id="gather.keys" done={keptCount > 0}>
                  {texts.gather.arrowsMoveAlongThePhotos}
                </OnceHint>
                <Kept />
                {beside.length > 0 && (
                  <p className="flex gap-5 pb-1.5 text-small">
                    <Button kind="link" disabled={onTable.length < 2} onClick={() => setLaid(true)}>
                      {texts.gather.seeSideBySide(beside.length)}
                    </Button>
                    <Button kind="verb" onClick={() => setBeside([])}>
                      {texts.gather.putThemBack}
                    </Button>
                  </p>
                )}
                {candidates.length > 0 ? (
                  <SearchResults
                    key={pointId}
                    candidates={candidates}
                    onKeep={(c) => void keep(c)}
                    onLetGo={(c) => void letGo(c)}
                    onLook={(c) => setLarge(keyOf(c))}
                    beside={beside}
                    onBeside={layBeside}
                    onLay={() => setLaid(onTable.length >= 2)}
                    more={wall?.more ? () => void more() : undefined}
                    paused={open}
                  />
                ) : (
                  (wall?.settled || proposed === '' || error) && (
                    <div className="relative grid min-h-0 flex-1 place-items-center">
                      <Lattice className="absolute inset-0 text-lattice" />
                      <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
                        {proposed === ''
                          ? texts.gather.writeWhatToLookFor2
                          : narrowed
                            ? texts.gather.allResultsAreHiddenBy(total)
                            : error
                              ? texts.gather.theSearchCouldNotBe
                              : texts.gather.nothingWasFoundForTry(proposed)}
                      </p>
                    </div>
                  )
                )}
              </section>
            ) : (
              <div className="relative grid place-items-center">
                <Lattice className="absolute inset-0 text-lattice" />
                <p className="relative bg-surround p-5 text-quiet">
                  {texts.gather.photosAreGatheredPointBy}
                  <Button kind="link" onClick={() => goTo('plan')}>
                    {texts.gather.writeThePointsFirst}
                  </Button>
                </p>
              </div>
            ),
          },
        ]}
      />
      {dropping && (
        <div
          className={cx(
            'pointer-events-none absolute inset-3 z-30 grid place-items-center border-2',
            'border-dashed border-verdigris bg-surround/85',
          )}
        >
          <p className="text-head">{texts.gather.dropHereThePhotosCome(point?.wording)}</p>
        </div>
      )}
      {looked && (
        <LargeView
          candidates={candidates}
          candidate={looked}
          onChoose={(c) => setLarge(keyOf(c))}
          onKeep={(c, largest) => void keep(c, largest)}
          onLetGo={(c) => void letGo(c)}
          onClose={() => setLarge(null)}
        />
      )}
      {laid && onTable.length >= 2 && (
        <SideBySide
          candidates={onTable}
          onKeep={(c) => void keep(c)}
          onLetGo={(c) => void letGo(c)}
          onClose={() => setLaid(false)}
        />
      )}
      {address !== null && (
        <AddressDialog
          key={address}
          deckId={deckId}
          address={address}
          onKeep={(found) => {
            setAddress(null);
            void keep(found.candidate, true);
          }}
          onClose={() => setAddress(null)}
        />
      )}
      <CameraDialog
        open={camera && point !== undefined}
        onOpenChange={setCamera}
        onTaken={async (file) =>
          point !== undefined && (await uploadPhotos(deckId, point.id, [file], refresh, true)) > 0
        }
      />
      {collections && <CollectionsDialog onClose={() => setCollections(false)} />}
    </main>
  );
}

const counted = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

/** Where there is no room, folded under a word. */
function Folded({ label, children }: { label: string; children: ReactNode }) {
  const narrow = useNarrow();
  if (!narrow) return <>{children}</>;
  return (
    <details className="shrink-0">
      <summary className="min-h-6 cursor-pointer text-quiet">{label}</summary>
      <div className="max-h-[40vh] overflow-auto">{children}</div>
    </details>
  );
}

const photosOf = (slide: Slide | undefined) => slide?.items.flatMap((i) => i.photos) ?? [];

/** What was kept last, where it went, and the way back. */
function Kept() {
  const kept = useLastEdit((d) => d.kept);
  const next = useDeckStore((d) => d.pointOrder[d.pointOrder.indexOf(kept?.pointId ?? '') + 1]);
  const point = useDeckStore((d) => d.points[kept?.pointId ?? '']);
  // The slide that the photo has come to, as soon as that is known here, and whose place it took there.
  const slides = useSlides();
  const photos = usePhotos();
  const has = (s: Slide) =>
    s.pointId === kept?.pointId &&
    photosOf(s).includes(kept?.photoId ?? '') &&
    !kept?.was[s.id]?.includes(kept.photoId);
  const slide = slides.findIndex(has) + 1;
  const gone = kept?.was[slides[slide - 1]?.id ?? '']?.find((p) => !photosOf(slides[slide - 1]).includes(p));
  const instead = gone ? photos[gone]?.title || texts.compose.thisPhoto : '';
  return (
    <p role="status" className="min-h-6 shrink-0 pb-1 text-small text-soft">
      {kept && point && (
        <>
          {texts.gather.keptFor2(kept.title || 'Untitled', point.wording, slide, instead)}{' '}
          <Button kind="link" onClick={() => void undo()}>
            {texts.gather.takeItBack}
          </Button>
          {next && (
            <>
              {' '}
              <Button kind="link" onClick={() => choosePoint(next)}>
                {texts.gather.nextPoint}
              </Button>
            </>
          )}
        </>
      )}
    </p>
  );
}

function Rewording({ label, words, onChoose }: { label: string; words: string[]; onChoose(w: string): void }) {
  if (words.length === 0) return null;
  return (
    <span className="ml-5 text-quiet">
      {label}:{' '}
      {words.map((w, i) => (
        <span key={w}>
          {i > 0 && ', '}
          <Button className="text-soft hover:text-verdigris-word" onClick={() => onChoose(w)}>
            {w}
          </Button>
        </span>
      ))}
    </span>
  );
}
