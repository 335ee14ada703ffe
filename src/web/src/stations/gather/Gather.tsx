import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { api, sentence, told } from '../../api/client';
import type { Candidate, Shape } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { finished } from '../../deck/jobs';
import { Head } from '../../desk/Head';
import { Lattice } from '../../desk/Star';
import { useNotices } from '../../desk/useNotices';
import { Large } from './Large';
import { Points } from './Points';
import { useForgetWalls, useWall } from './useWall';
import { Wall } from './Wall';

const shapes: [Shape, string][] = [
  ['any', 'any shape'],
  ['wide', 'wide'],
  ['tall', 'tall'],
  ['square', 'square'],
];

/** Left the points, in the middle one wall of candidates. */
export default function Gather({ openCommands }: { openCommands(): void }) {
  const { deck, point, edit, goTo } = useOpenDeck();
  const say = useNotices((s) => s.say);
  const forget = useForgetWalls();
  const collections = useQuery({
    queryKey: ['collections'],
    queryFn: () => told(api.GET('/api/collections')),
    staleTime: Infinity,
  });
  const collection = collections.data?.[0];
  const [shape, setShape] = useState<Shape>('any');
  const [fits, setFits] = useState(true);
  const [closed, setClosed] = useState(false);
  const proposed = point?.searchWords.join(' ') ?? '';
  const [draft, setDraft] = useState(proposed);
  const [words, setWords] = useState(proposed);
  const [large, setLarge] = useState<Candidate | null>(null);
  useEffect(() => {
    setDraft(proposed);
    setWords(proposed);
    setLarge(null);
  }, [point?.id, proposed]);
  const wall = useWall({
    deckId: deck.id,
    pointId: point?.id ?? '',
    collection: collection?.id ?? '',
    words,
    shape,
    fits,
    closed,
  });

  const keep = async (c: Candidate) => {
    if (!point || c.kept) return;
    try {
      const job = await told(
        api.POST('/api/decks/{id}/points/{pointId}/keep', {
          params: { path: { id: deck.id, pointId: point.id } },
          body: { collection: c.collection, candidateId: c.id },
        }),
      );
      const end = await finished(job);
      if (end.state === 'done') await forget();
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  const letGo = async (c: Candidate) => {
    if (point && c.kept && (await edit({ kind: 'let-go', pointId: point.id, photoId: c.kept }))) await forget();
  };

  const keptCount = new Set(deck.points.flatMap((p) => p.kept)).size;
  const note =
    keptCount === 0
      ? 'no photo kept yet'
      : `${keptCount === 1 ? '1 photo' : `${keptCount} photos`} kept for ${deck.points.length} points`;
  const hidden = [
    wall.hiddenUnfit > 0 && `${wall.hiddenUnfit} not fit for this talk`,
    wall.hiddenShape > 0 && `${wall.hiddenShape} of another shape`,
  ].filter(Boolean);
  return (
    <main className="flex min-h-0 min-w-0 flex-col bg-surround">
      <Head note={note} openCommands={openCommands}>
        {deck.open.gather === 0 && keptCount > 0 && (
          <button className="verb !text-verdigris-word" onClick={() => goTo('compose')}>
            Next: compose
          </button>
        )}
      </Head>
      <div className="grid min-h-0 flex-1 grid-cols-[236px_minmax(0,1fr)]">
        <Points />
        {point ? (
          <section aria-label="Candidates" className="flex min-h-0 min-w-0 flex-col px-6 pt-4">
            <form
              role="search"
              onSubmit={(e) => {
                e.preventDefault();
                setWords(draft.trim());
                if (draft.trim() && draft.trim() !== proposed)
                  void edit({ kind: 'edit-point', pointId: point.id, searchWords: draft.trim().split(/\s+/) });
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
            <div
              className="flex flex-wrap items-center gap-x-4 gap-y-0.5 pt-2 text-[13.5px]"
              role="group"
              aria-label="Filters"
            >
              <button className="verb" aria-pressed={fits} onClick={() => setFits(!fits)}>
                fits this talk
              </button>
              <span className="h-3.5 border-l border-[#7a7a7a]" />
              {shapes.map(([s, name]) => (
                <button key={s} className="verb" aria-pressed={shape === s} onClick={() => setShape(s)}>
                  {name}
                </button>
              ))}
              <span className="ml-auto font-mono text-[12px] text-quiet">
                {hidden.join(', ')}
                {hidden.length > 0 && (wall.hiddenClosed > 0 || closed) && ', '}
                {(wall.hiddenClosed > 0 || closed) && (
                  <button
                    className="border-b border-quiet hover:text-word"
                    aria-pressed={closed}
                    onClick={() => setClosed(!closed)}
                  >
                    {closed ? 'hide what is not openly licensed' : `${wall.hiddenClosed} not openly licensed, hidden`}
                  </button>
                )}
              </span>
            </div>
            <p
              className={`pt-0.5 pb-2 font-mono text-[12px] ${wall.error ? 'text-marigold' : 'text-quiet'}`}
              aria-live="polite"
            >
              {collection?.name ?? 'No collection'}{' '}
              {wall.error ? (
                <>
                  {sentence(wall.error)}{' '}
                  <button className="border-b border-marigold" onClick={() => void wall.refetch()}>
                    Try again
                  </button>
                </>
              ) : wall.isFetching ? (
                'searching'
              ) : (
                (wall.total ?? wall.candidates.length)
              )}
            </p>
            {wall.candidates.length > 0 ? (
              <Wall
                candidates={wall.candidates}
                onKeep={keep}
                onLetGo={letGo}
                onLook={setLarge}
                more={wall.hasNextPage && !wall.isFetchingNextPage ? () => void wall.fetchNextPage() : undefined}
                paused={large !== null}
              />
            ) : (
              !wall.isFetching &&
              !wall.error && (
                <div className="relative grid min-h-0 flex-1 place-items-center">
                  <Lattice className="absolute inset-0 text-[#434343]" />
                  <p className="relative max-w-sm bg-surround p-5 text-center text-quiet">
                    {words === ''
                      ? 'Write what to look for, then press Enter.'
                      : wall.total
                        ? 'All results are hidden by the filters above. Lift one of them.'
                        : `Nothing was found for “${words}”. Try fewer or other words.`}
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
      {large && (
        <Large
          candidates={wall.candidates}
          candidate={wall.candidates.find((c) => c.id === large.id) ?? large}
          onChoose={setLarge}
          onKeep={keep}
          onLetGo={letGo}
          onClose={() => setLarge(null)}
        />
      )}
    </main>
  );
}
