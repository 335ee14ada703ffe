import { useState } from 'react';
import { useChosenPoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import type { Point } from '../../api/types';
import { rules } from '../../deck/rules';
import { useHeader, useOpening, usePoints, useSlides } from '../../deck/store';
import { clock } from '../../deck/time';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { Once } from '../../ui/Once';
import { Head } from '../Head';
import { Next } from './Next';
import { OpeningRow } from './OpeningRow';
import { PointRow } from './PointRow';
import { PointSide } from './PointSide';
import { UseSentence } from './UseSentence';

/** The talk as a page: title, slot, what it is for, and the points. */
export default function Plan() {
  const header = useHeader();
  const points = usePoints();
  const opening = useOpening();
  const slides = useSlides();
  const point = useChosenPoint();
  const [draft, setDraft] = useState('');
  // Slides whose point was removed here, for as long as they are there.
  const [left, setOrphans] = useState<string[]>([]);
  const orphans = left.filter((id) => slides.some((s) => s.id === id));
  const remove = async (p: Point) => {
    const own = slides.filter((s) => s.pointId === p.id).map((s) => s.id);
    if (await edit({ kind: 'remove-point', pointId: p.id })) setOrphans(own);
  };
  const dropOrphans = async () => {
    for (const slideId of orphans) await edit({ kind: 'remove-slide', slideId });
  };
  const add = async () => {
    if (await edit({ kind: 'add-points', text: draft, after: null })) setDraft('');
  };
  const spare = header.slotMinutes * 60 - header.plannedSeconds;
  return (
    <main id="station" tabIndex={-1} className="paper flex min-h-0 flex-col bg-paper text-ink">
      <Head />
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-14 overflow-auto px-24 py-8 max-[1150px]:gap-8 max-[1150px]:px-10 narrow:block narrow:px-4 narrow:py-3">
        <div>
          <Field
            className="text-title leading-tight font-semibold [font-stretch:88%]"
            label="Title"
            value={header.hasTitle ? header.title : ''}
            placeholder="Untitled talk"
            maxLength={rules().longestTitle}
            onCommit={(title) => edit({ kind: 'set-title', title })}
          />
          <UseSentence use={header.use} minutes={header.slotMinutes} speaker />
          <ol className="mt-5 border-t border-rule">
            {opening && points.length > 0 && <OpeningRow opening={opening} chosen={opening.id === point?.id} />}
            {points.map((p, i) => (
              <PointRow
                key={p.id}
                point={p}
                index={i}
                count={points.length}
                chosen={p.id === point?.id}
                onRemove={() => void remove(p)}
              />
            ))}
          </ol>
          <label className="mt-3 block">
            <span className="sr-only">New points</span>
            <textarea
              rows={Math.min(8, Math.max(points.length === 0 ? 5 : 1, draft.split('\n').length))}
              className="w-full resize-none border-b border-rule bg-transparent py-1 text-lead outline-none focus:border-verdigris-ink"
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
          <Next draft={draft} add={() => void add()} />
          {slides.length > 0 && (
            <div className="mt-4">
              <Once id="plan.run">
                The run below is the talk: each slide as wide as its time. Drag its edge, or write the time beside it.
              </Once>
            </div>
          )}
          {orphans.length > 0 && (
            <p role="status" className="mt-3 border-l-4 border-marigold-ink pl-3">
              {orphans.length === 1
                ? 'The slide of the point you removed is still in the run.'
                : `The ${orphans.length} slides of the point you removed are still in the run.`}{' '}
              <Button kind="link" onClick={() => void dropOrphans()}>
                {orphans.length === 1 ? 'Remove it too' : 'Remove them too'}
              </Button>{' '}
              <Button kind="link" onClick={() => setOrphans([])}>
                Keep {orphans.length === 1 ? 'it' : 'them'}
              </Button>
            </p>
          )}
          {!header.inOrder && (
            <p role="status" className="mt-3 border-l-4 border-marigold-ink pl-3">
              The slides stand in another order than the points.{' '}
              <Button kind="link" onClick={() => void edit({ kind: 'order-slides' })}>
                Put the slides in the order of the points
              </Button>
            </p>
          )}
        </div>
        <aside className="pt-1 narrow:mt-6 narrow:border-t narrow:border-rule" aria-label="About this point">
          <p className="text-ink-quiet">Planned</p>
          <p className={`font-mono text-title leading-tight ${spare < 0 ? 'text-madder-ink' : ''}`}>
            {clock(header.plannedSeconds)}
          </p>
          <p className="text-ink-quiet">
            of {clock(header.slotMinutes * 60)},{' '}
            {spare >= 0 ? `leaving ${clock(spare)} for questions` : `${clock(-spare)} too long`}
          </p>
          {point && <PointSide key={point.id} point={point} number={points.indexOf(point) + 1} />}
        </aside>
      </div>
    </main>
  );
}
