import { useState } from 'react';
import { useChosenPoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { rules } from '../../deck/rules';
import { useHeader, usePoints, useSlides } from '../../deck/store';
import { clock } from '../../deck/time';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Head } from '../Head';
import { PointRow } from './PointRow';
import { PointSide } from './PointSide';
import { UseSentence } from './UseSentence';

/** The talk as a page: title, slot, what it is for, and the points. */
export default function Plan() {
  const header = useHeader();
  const points = usePoints();
  const slides = useSlides();
  const point = useChosenPoint();
  const [draft, setDraft] = useState('');
  const unmade = points.length > 0 && !header.complete;
  const pointless = points.every((p) => slides.some((s) => s.pointId === p.id));
  const add = async () => {
    if (await edit({ kind: 'add-points', text: draft, after: null })) setDraft('');
  };
  const left = header.slotMinutes * 60 - header.plannedSeconds;
  return (
    <main className="paper flex min-h-0 flex-col bg-paper text-ink">
      <Head />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-14 overflow-auto px-24 py-8 max-[1150px]:gap-8 max-[1150px]:px-10">
        <div>
          <Field
            className="text-title leading-tight font-semibold [font-stretch:88%]"
            label="Title"
            value={header.hasTitle ? header.title : ''}
            placeholder="Untitled talk"
            maxLength={rules().longestTitle}
            onCommit={(title) => void edit({ kind: 'set-title', title })}
          />
          <UseSentence use={header.use} minutes={header.slotMinutes} speaker />
          <ol className="mt-5 border-t border-rule">
            {points.map((p, i) => (
              <PointRow key={p.id} point={p} index={i} count={points.length} chosen={p.id === point?.id} />
            ))}
          </ol>
          <label className="mt-3 block">
            <span className="sr-only">New points</span>
            <textarea
              rows={Math.min(8, Math.max(points.length === 0 ? 5 : 1, draft.split('\n').length))}
              className="w-full resize-none border-b border-rule bg-transparent py-1 text-lead outline-none placeholder:text-ink-quiet focus:border-verdigris-ink"
              placeholder={
                points.length === 0
                  ? 'Write the points of the talk, one a line, or paste a list. One point becomes one picture.'
                  : 'Another point, or paste a list'
              }
              autoFocus={points.length === 0}
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
              <Button kind="paper" onClick={() => void add()}>
                {draft.trim().includes('\n') ? 'Add these points' : 'Add this point'}
              </Button>
            )}
            {draft.trim() === '' && unmade && (
              <Button kind="paper" onClick={() => void edit({ kind: 'make-slides' })}>
                Make the slides
              </Button>
            )}
            {draft.trim() === '' && unmade && (
              <span className="text-ink-quiet">
                {pointless
                  ? 'An opening and the credits are still to come.'
                  : 'One slide for each point, an opening, and the credits.'}
              </span>
            )}
            {draft.trim() === '' && !unmade && header.open.gather > 0 && (
              <Button kind="link" onClick={() => goTo('gather')}>
                Next: gather photos
              </Button>
            )}
          </div>
        </div>
        <aside className="pt-1" aria-label="About this point">
          <p className="text-ink-quiet">Planned</p>
          <p className={`font-mono text-title leading-tight ${left < 0 ? 'text-madder-ink' : ''}`}>
            {clock(header.plannedSeconds)}
          </p>
          <p className="text-ink-quiet">
            of {clock(header.slotMinutes * 60)},{' '}
            {left >= 0 ? `leaving ${clock(left)} for questions` : `${clock(-left)} too long`}
          </p>
          {point && <PointSide key={point.id} point={point} number={points.indexOf(point) + 1} />}
        </aside>
      </div>
    </main>
  );
}
