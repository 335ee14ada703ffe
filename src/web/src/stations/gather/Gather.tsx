import { useEffect, useRef, useState } from 'react';
import { useLocation } from 'react-router';
import { api, sentence, told } from '../../api/client';
import type { Candidate } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { finished } from '../../deck/jobs';
import { Head } from '../../desk/Head';
import { Lattice } from '../../desk/Star';
import { useNotices } from '../../desk/useNotices';
import { AddressDialog } from './AddressDialog';
import { bring } from './bring';
import { CollectionsDialog } from './CollectionsDialog';
import { CollectionStrip } from './CollectionStrip';
import { Filters } from './Filters';
import { Large } from './Large';
import { LightTable } from './LightTable';
import { Points } from './Points';
import { openFilter, useEarlierSearches, useSearch } from './useSearch';
import { useWaysIn } from './useWaysIn';
import { keyOf, Wall } from './Wall';

const mostPicked = 4;

/** Left the points, in the middle one wall of candidates from all collections. */
export default function Gather({ openCommands }: { openCommands(): void }) {
  const { deck, point, edit, goTo } = useOpenDeck();
  const say = useNotices((s) => s.say);
  const location = useLocation();
  const proposed = point?.searchWords.join(' ') ?? '';
  const [draft, setDraft] = useState(proposed);
  const [filter, setFilter] = useState(openFilter);
  const [large, setLarge] = useState<string | null>(null);
  const [picked, setPicked] = useState<string[]>([]);
  const [laid, setLaid] = useState(false);
  // An address dropped or pasted at another station comes along.
  const [address, setAddress] = useState<string | null>(
    (location.state as { address?: string } | null)?.address ?? null,
  );
  const [collections, setCollections] = useState(false);
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  useEffect(() => {
    setDraft(proposed);
    setLarge(null);
    setPicked([]);
  }, [point?.id, proposed]);
  const pointId = point?.id ?? '';
  const { wall, error, refresh, more, retry } = useSearch(deck.id, pointId, proposed, filter);
  const earlier = (useEarlierSearches(deck.id, pointId) ?? []).filter((w) => w !== proposed).slice(0, 4);
  const candidates = wall?.candidates ?? [];
  const bringIn = (list: File[]) => (point ? bring(deck.id, point.id, list, refresh) : Promise.resolve());
  const dropping = useWaysIn({ enabled: point !== undefined, onFiles: bringIn, onAddress: setAddress });

  const search = (words: string) => {
    if (!point || words.trim() === '' || words.trim() === proposed) return;
    void edit({ kind: 'edit-point', pointId: point.id, searchWords: words.trim().split(/\s+/) });
  };
  const keep = async (c: Candidate, largest = false) => {
    if (!point || c.kept) return;
    try {
      const job = await told(
        api.POST('/api/decks/{id}/points/{pointId}/keep', {
          params: { path: { id: deck.id, pointId: point.id } },
          body: { collection: c.collection, candidateId: c.id, largest },
        }),
      );
      if ((await finished(job)).state === 'done') await refresh();
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  const letGo = async (c: Candidate) => {
    if (point && c.kept && (await edit({ kind: 'let-go', pointId: point.id, photoId: c.kept }))) await refresh();
  };
  const pick = (c: Candidate) => {
    const key = keyOf(c);
    if (picked.includes(key)) setPicked(picked.filter((k) => k !== key));
    else if (picked.length < mostPicked) setPicked([...picked, key]);
    else say('The light table holds four. Unpick one first.', 'refused');
  };
  const byKey = (key: string | null) => candidates.find((c) => keyOf(c) === key);
  const onTable = picked.map(byKey).filter((c): c is Candidate => c !== undefined);
  const looked = byKey(large);

  const keptCount = new Set(deck.points.flatMap((p) => p.kept)).size;
  const note =
    keptCount === 0
      ? 'no photo kept yet'
      : `${keptCount === 1 ? '1 photo' : `${keptCount} photos`} kept for ${deck.points.length} points`;
  const total = wall?.answers.reduce((n, a) => n + a.here, 0) ?? 0;
  const narrowed = wall && wall.hiddenUnfit + wall.hiddenFiltered + wall.hiddenClosed > 0;
  return (
    <main className="relative flex min-h-0 min-w-0 flex-col bg-surround">
      <Head note={note} openCommands={openCommands}>
        <button className="verb" disabled={!point} onClick={() => files.current?.click()}>
          Bring in files
        </button>
        <button className="verb" disabled={!point} onClick={() => folder.current?.click()}>
          A folder
        </button>
        <button className="verb" disabled={!point} onClick={() => setAddress('')}>
          From an address
        </button>
        <button className="verb" onClick={() => setCollections(true)}>
          Collections
        </button>
        {deck.open.gather === 0 && keptCount > 0 && (
          <button className="verb !text-verdigris-word" onClick={() => goTo('compose')}>
            Next: compose
          </button>
        )}
      </Head>
      <input
        ref={files}
        type="file"
        multiple
        hidden
        accept="image/jpeg,image/png,image/webp"
        aria-label="Files to bring in"
        onChange={(e) => {
          void bringIn([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
      <input
        ref={folder}
        type="file"
        hidden
        aria-label="Folder to bring in"
        {...{ webkitdirectory: '' }}
        onChange={(e) => {
          void bringIn([...(e.target.files ?? [])]);
          e.target.value = '';
        }}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[236px_minmax(0,1fr)]">
        <Points />
        {point ? (
          <section aria-label="Candidates" className="flex min-h-0 min-w-0 flex-col px-6 pt-4">
            <form
              role="search"
              onSubmit={(e) => {
                e.preventDefault();
                search(draft);
              }}
            >
              <input
                aria-label="What to look for"
                className="w-full border-b border-[#7a7a7a] bg-transparent pb-1.5 text-[21px] outline-none focus:border-verdigris"
                value={draft}
                maxLength={300}
                placeholder="What to look for"
                onChange={(e) => setDraft(e.target.value)}
              />
            </form>
            <Filters filter={filter} onChange={setFilter}>
              <Rewording label="also" words={wall?.related ?? []} onChoose={(w) => search(`${proposed} ${w}`)} />
              <Rewording label="before" words={earlier} onChoose={search} />
            </Filters>
            <div className="flex items-baseline gap-6 pt-1.5 pb-2">
              {error ? (
                <p className="font-mono text-[12px] text-marigold">{sentence(error)}</p>
              ) : (
                <CollectionStrip
                  answers={wall?.answers ?? []}
                  without={filter.without}
                  onSwitch={(id) =>
                    setFilter({
                      ...filter,
                      without: filter.without.includes(id)
                        ? filter.without.filter((w) => w !== id)
                        : [...filter.without, id],
                    })
                  }
                  onRetry={(id) => void retry(id)}
                />
              )}
              <p className="ml-auto shrink-0 font-mono text-[12px] text-quiet">
                {wall && wall.hiddenUnfit > 0 && `${wall.hiddenUnfit} do not fit this talk, `}
                {wall && wall.hiddenFiltered > 0 && `${wall.hiddenFiltered} filtered, `}
                {wall && (wall.hiddenClosed > 0 || filter.closed) && (
                  <button
                    className="border-b border-quiet hover:text-word"
                    aria-pressed={filter.closed}
                    onClick={() => setFilter({ ...filter, closed: !filter.closed })}
                  >
                    {filter.closed
                      ? 'hide what is not openly licensed'
                      : `${wall.hiddenClosed} not openly licensed, hidden`}
                  </button>
                )}
              </p>
            </div>
            {picked.length > 0 && (
              <p className="flex gap-5 pb-1.5 text-[13.5px]">
                <button
                  className="border-b border-verdigris text-verdigris-word hover:text-word disabled:border-transparent disabled:text-quiet"
                  disabled={onTable.length < 2}
                  onClick={() => setLaid(true)}
                >
                  Lay {picked.length} on the light table
                </button>
                <button className="verb" onClick={() => setPicked([])}>
                  Unpick all
                </button>
              </p>
            )}
            {candidates.length > 0 ? (
              <Wall
                candidates={candidates}
                onKeep={(c) => void keep(c)}
                onLetGo={(c) => void letGo(c)}
                onLook={(c) => setLarge(keyOf(c))}
                picked={picked}
                onPick={pick}
                onLay={() => setLaid(onTable.length >= 2)}
                more={wall?.more ? () => void more() : undefined}
                paused={looked !== undefined || laid || address !== null}
              />
            ) : (
              (wall?.settled || proposed === '' || error) && (
                <div className="relative grid min-h-0 flex-1 place-items-center">
                  <Lattice className="absolute inset-0 text-[#434343]" />
                  <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
                    {proposed === ''
                      ? 'Write what to look for, then press Enter.'
                      : narrowed
                        ? `All ${total} results are hidden by the filters above. Lift one of them.`
                        : error
                          ? 'The search could not be made. Change a word, or try again in a moment.'
                          : `Nothing was found for “${proposed}”. Try fewer or other words, or drop files here.`}
                  </p>
                </div>
              )
            )}
          </section>
        ) : (
          <div className="relative grid place-items-center">
            <Lattice className="absolute inset-0 text-[#434343]" />
            <p className="relative bg-surround p-5 text-quiet">
              Photos are gathered point by point.{' '}
              <button className="border-b border-verdigris text-word" onClick={() => goTo('plan')}>
                Write the points first
              </button>
            </p>
          </div>
        )}
      </div>
      {dropping && (
        <div className="pointer-events-none absolute inset-3 z-30 grid place-items-center border-2 border-dashed border-verdigris bg-surround/85">
          <p className="text-[19px]">Let go to take the photos in for “{point?.wording}”.</p>
        </div>
      )}
      {looked && (
        <Large
          candidates={candidates}
          candidate={looked}
          onChoose={(c) => setLarge(keyOf(c))}
          onKeep={(c, largest) => void keep(c, largest)}
          onLetGo={(c) => void letGo(c)}
          onClose={() => setLarge(null)}
        />
      )}
      {laid && onTable.length >= 2 && (
        <LightTable
          candidates={onTable}
          onKeep={(c) => void keep(c)}
          onLetGo={(c) => void letGo(c)}
          onClose={() => setLaid(false)}
        />
      )}
      {address !== null && (
        <AddressDialog
          key={address}
          deckId={deck.id}
          address={address}
          onKeep={(found) => {
            setAddress(null);
            void keep(found.candidate, true);
          }}
          onClose={() => setAddress(null)}
        />
      )}
      {collections && <CollectionsDialog onClose={() => setCollections(false)} />}
    </main>
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
          <button className="text-[#d5d5d5] hover:text-verdigris-word" onClick={() => onChoose(w)}>
            {w}
          </button>
        </span>
      ))}
    </span>
  );
}
