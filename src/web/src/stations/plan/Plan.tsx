import { useState } from 'react';
import { useOpenDeck } from '../../deck/DeckContext';
import { clock } from '../../deck/time';
import { Field } from '../../desk/Field';
import { Head } from '../../desk/Head';
import { PointRow } from './PointRow';
import { PointSide } from './PointSide';
import { UseSentence } from './UseSentence';

/** The talk as a page: title, slot, what it is for, and the points. */
export default function Plan({ openCommands }: { openCommands(): void }) {
  const { deck, point, edit, goTo } = useOpenDeck();
  const [draft, setDraft] = useState('');
  const unmade = deck.points.filter((p) => !deck.slides.some((s) => s.pointId === p.id)).length;
  const add = async () => {
    if (await edit({ kind: 'add-points', text: draft, after: null })) setDraft('');
  };
  const left = deck.slotMinutes * 60 - deck.plannedSeconds;
  return (
    <main className="paper flex min-h-0 flex-col bg-paper text-ink">
      <Head openCommands={openCommands} />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-14 overflow-auto px-24 py-8 max-[1150px]:gap-8 max-[1150px]:px-10">
        <div>
          <Field
            className="text-[40px] leading-tight font-semibold [font-stretch:88%]"
            label="Title"
            value={deck.title === 'Untitled talk' ? '' : deck.title}
            placeholder="Untitled talk"
            maxLength={200}
            onCommit={(title) => void edit({ kind: 'set-title', title })}
          />
          <UseSentence use={deck.use} minutes={deck.slotMinutes} speaker />
          <ol className="mt-5 border-t border-rule">
            {deck.points.map((p, i) => (
              <PointRow key={p.id} point={p} index={i} chosen={p.id === point?.id} />
            ))}
          </ol>
          <label className="mt-3 block">
            <span className="sr-only">New points</span>
            <textarea
              rows={Math.min(8, Math.max(deck.points.length === 0 ? 5 : 1, draft.split('\n').length))}
              className="w-full resize-none border-b border-rule bg-transparent py-1 text-[17px] outline-none placeholder:text-ink-quiet focus:border-verdigris-ink"
              placeholder={
                deck.points.length === 0
                  ? 'Write the points of the talk, one a line, or paste a list. One point becomes one picture.'
                  : 'Another point, or paste a list'
              }
              value={draft}
              onChange={(e) => setDraft(e.target.value)}
              onKeyDown={(e) => {
                if (e.key !== 'Enter' || e.shiftKey) return;
                e.preventDefault();
                void add();
              }}
            />
          </label>
          <div className="mt-4 flex items-center gap-6">
            {draft.trim() !== '' && (
              <button
                className="rounded-sm bg-verdigris-ink px-4 py-1.5 font-medium text-white hover:bg-ink"
                onClick={() => void add()}
              >
                {draft.trim().includes('\n') ? 'Add these points' : 'Add this point'}
              </button>
            )}
            {draft.trim() === '' && unmade > 0 && (
              <button
                className="rounded-sm bg-verdigris-ink px-4 py-1.5 font-medium text-white hover:bg-ink"
                onClick={() => void edit({ kind: 'make-slides' })}
              >
                Make the slides
              </button>
            )}
            {draft.trim() === '' && unmade > 0 && (
              <span className="text-ink-quiet">One slide for each point, an opening, and the credits.</span>
            )}
            {draft.trim() === '' && unmade === 0 && deck.open.gather > 0 && (
              <button className="deed" onClick={() => goTo('gather')}>
                Next: gather photos
              </button>
            )}
          </div>
        </div>
        <aside className="pt-1" aria-label="About this point">
          <p className="text-ink-quiet">Planned</p>
          <p className={`font-mono text-[32px] leading-tight ${left < 0 ? 'text-madder-ink' : ''}`}>
            {clock(deck.plannedSeconds)}
          </p>
          <p className="text-ink-quiet">
            of {clock(deck.slotMinutes * 60)},{' '}
            {left >= 0 ? `leaving ${clock(left)} for questions` : `${clock(-left)} too long`}
          </p>
          {point && <PointSide key={point.id} point={point} number={deck.points.indexOf(point) + 1} />}
        </aside>
      </div>
    </main>
  );
}
