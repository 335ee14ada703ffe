import { useState } from 'react';
import type { CreditSpan, Ledger, Scene, Use } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { useLedger } from '../../deck/useDeck';
import { Dialog } from '../../desk/Dialog';
import { Head } from '../../desk/Head';
import { ClearStar, Lattice } from '../../desk/Star';
import { photoUrl } from '../../scene/photoUrl';
import { SceneView } from '../../scene/SceneView';
import { Evidence } from '../settle/Evidence';

type Row = Ledger['rows'][number];

const useWords = (u: Use) =>
  `as a ${u.commercial ? 'paid' : 'free'} ${u.audience === 'class' ? 'talk for a class' : 'public talk'}${u.handedOn ? ' whose file is handed on' : ''}${u.recorded ? (u.handedOn ? ' and whose recording is published' : ' whose recording is published') : ''}`;

/** The ledger: each photo's credit as it will read, where it is used and how it stands. */
export default function Clear({ openCommands }: { openCommands(): void }) {
  const { deck, scenes, goTo } = useOpenDeck();
  const ledger = useLedger(deck.id);
  const [shown, setShown] = useState<Row | null>(null);
  const credits = deck.slides.find((s) => s.kind === 'credits');
  const pages: Scene[] = credits ? (scenes[credits.id] ?? []) : [];
  const rows = ledger.data?.rows ?? [];
  return (
    <main className="paper flex min-h-0 min-w-0 flex-col bg-paper text-ink">
      <Head openCommands={openCommands} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_392px] max-[1150px]:grid-cols-[minmax(0,1fr)_300px]">
        <section aria-label="Ledger" className="overflow-auto px-10 py-6">
          <h1 className="text-[26px] leading-tight font-semibold [font-stretch:90%]">{ledger.data?.sentence ?? ' '}</h1>
          <p className="mt-1 text-ink-quiet">{useWords(deck.use)}</p>
          {rows.length > 0 ? (
            <ul className="mt-4">
              {rows.map((row) => (
                <LedgerLine key={row.photoId} row={row} onEvidence={() => setShown(row)} />
              ))}
            </ul>
          ) : (
            <div className="relative mt-6 h-72">
              <Lattice className="absolute inset-0 text-rule" />
              <p className="absolute top-1/2 left-1/2 w-80 -translate-1/2 bg-paper p-5 text-center text-ink-quiet">
                Each photo that is on a slide gets its row here, with the credit already written.{' '}
                <button className="deed" onClick={() => goTo('gather')}>
                  Gather photos
                </button>
              </p>
            </div>
          )}
        </section>
        <aside aria-label="Credits" className="overflow-auto bg-paper-deep px-7 py-6">
          <h2 className="text-ink-quiet">Credits, as they will read</h2>
          {pages.map((page) => (
            <SceneView key={page.page} scene={page} width={336} photoWidths={() => 0} links className="mt-3" />
          ))}
          {pages.length === 0 && (
            <p className="mt-2 text-ink-quiet">
              {credits
                ? 'The page fills as photos are placed.'
                : 'Make the slides in Plan, and a credits slide comes with them.'}
            </p>
          )}
        </aside>
      </div>
      <EvidenceDialog row={shown} onClose={() => setShown(null)} />
    </main>
  );
}

function Spans({ spans }: { spans: CreditSpan[] }) {
  return (
    <span className="font-mono text-[14px]">
      {spans.map((s, i) =>
        s.href ? (
          <a
            key={i}
            href={s.href}
            target="_blank"
            rel="noreferrer"
            className="border-b border-ink-quiet/60 hover:text-verdigris-ink"
          >
            {s.text}
          </a>
        ) : (
          <span key={i}>{s.text}</span>
        ),
      )}
    </span>
  );
}

const tones = { clear: 'text-ink-quiet', toSettle: 'text-marigold-ink', blocked: 'text-madder-ink' } as const;

function LedgerLine({ row, onEvidence }: { row: Row; onEvidence(): void }) {
  const { deck, choose, goTo } = useOpenDeck();
  const photo = deck.photos[row.photoId];
  return (
    <li className="grid grid-cols-[104px_minmax(0,1fr)_auto_72px] gap-x-4 border-t border-rule py-3">
      {photo ? (
        <img src={photoUrl(photo.id, photo.width, 240)} alt="" className="h-[66px] w-[104px] object-cover" />
      ) : (
        <span />
      )}
      <div className="min-w-0">
        <Spans spans={row.credit} />
        {row.why && <p className={tones[row.standing]}>{row.why}</p>}
        <button
          className="mt-1 block border-b border-ink-quiet/60 text-[13px] text-ink-quiet hover:text-verdigris-ink"
          onClick={onEvidence}
        >
          What the source said
        </button>
      </div>
      <p className="flex gap-2 font-mono text-[13px]">
        {row.slides.length === 1 ? 'slide' : 'slides'}
        {row.slides.map((n) => (
          <button
            key={n}
            className="h-5 border-b border-ink-quiet/60 hover:text-verdigris-ink"
            aria-label={`Go to slide ${n}`}
            onClick={() => {
              const s = deck.slides[n - 1];
              if (s) choose(s.id);
              goTo(`compose`);
            }}
          >
            {n}
          </button>
        ))}
      </p>
      <p className={`text-right ${tones[row.standing]}`}>
        {row.standing === 'clear' ? (
          <ClearStar className="ml-auto text-ink" />
        ) : row.standing === 'blocked' ? (
          'blocked'
        ) : (
          'to settle'
        )}
      </p>
    </li>
  );
}

function EvidenceDialog({ row, onClose }: { row: Row | null; onClose(): void }) {
  return (
    <Dialog
      open={row !== null}
      onOpenChange={onClose}
      title="What the source said"
      description="Word for word, as it was read when the photo was taken in."
      wide
    >
      {row && <Evidence photoId={row.photoId} />}
      <div className="mt-4 text-right">
        <button className="verb" onClick={onClose}>
          Close
        </button>
      </div>
    </Dialog>
  );
}
