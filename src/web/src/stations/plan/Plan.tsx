import { cx } from 'class-variance-authority';
import { useState } from 'react';
import { useChosenPoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import type { Point } from '../../api/types';
import { rules } from '../../deck/rules';
import { useDeckId, useHeader, useOpening, usePoints, useSlides } from '../../deck/store';
import { clock } from '../../deck/time';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { OpenField } from '../../ui/OpenField';
import { before, useDraft } from '../../ui/useDraft';
import { OnceHint } from '../../ui/OnceHint';
import { StationHead } from '../StationHead';
import { NextStep } from './NextStep';
import { OpeningRow } from './OpeningRow';
import { PointRow } from './PointRow';
import { PointSide } from './PointSide';
import { UseSentence } from './UseSentence';
import { texts } from '../../texts';

/** The talk as a page: title, slot, what it is for, and the points. */
export default function Plan() {
  const header = useHeader();
  const points = usePoints();
  const opening = useOpening();
  const slides = useSlides();
  const point = useChosenPoint();
  const newPoints = `points of ${useDeckId()}`;
  const [draft, setDraft] = useDraft(newPoints);
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
  const addPoints = (text: string) => edit({ kind: 'add-points', text, after: null });
  const spare = header.slotMinutes * 60 - header.plannedSeconds;
  return (
    <main id="station" tabIndex={-1} className="paper flex min-h-0 flex-col bg-paper text-ink">
      <StationHead />
      <div
        className={cx(
          'grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] gap-14 overflow-auto px-24 py-8',
          'max-[1150px]:gap-8 max-[1150px]:px-10 narrow:block narrow:px-4 narrow:py-3',
        )}
      >
        <div>
          <Field
            className="text-title leading-tight font-semibold [font-stretch:88%]"
            label={texts.plan.title}
            value={header.hasTitle ? header.title : ''}
            placeholder={texts.plan.untitledTalk}
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
          {/* Where there is little room, the field stays in view under a list of any length. */}
          <div className="narrow:sticky narrow:-bottom-3 narrow:z-10 narrow:bg-paper narrow:pb-3">
            <OpenField
              label={texts.plan.newPoints}
              className="mt-3 resize-none border-b-rule py-1 text-lead"
              rows={Math.min(8, Math.max(points.length === 0 ? 5 : 1, draft.split('\n').length))}
              placeholder={points.length === 0 ? texts.plan.writeThePointsOfThe : texts.plan.anotherPointOrPasteA}
              autoFocus={points.length === 0}
              keptAs={newPoints}
              onAdd={addPoints}
            />
          </div>
          <NextStep
            draft={draft}
            add={() => {
              setDraft(() => '');
              void addPoints(draft).then((done) => done || setDraft((since) => before(draft, since, '\n')));
            }}
          />
          {slides.length > 0 && (
            <div className="mt-4">
              <OnceHint id="plan.run">{texts.plan.theRunBelowIsThe}</OnceHint>
            </div>
          )}
          {orphans.length > 0 && (
            <p role="status" className="mt-3 border-l-4 border-marigold-ink pl-3">
              {orphans.length === 1 ? texts.plan.theSlideOfThePoint : texts.plan.theSlidesOfThePoint(orphans.length)}{' '}
              <Button kind="link" onClick={() => void dropOrphans()}>
                {orphans.length === 1 ? texts.plan.removeItToo : texts.plan.removeThemToo}
              </Button>{' '}
              <Button kind="link" onClick={() => setOrphans([])}>
                {texts.plan.keep}
                {orphans.length === 1 ? texts.plan.it : texts.plan.them}
              </Button>
            </p>
          )}
          {!header.inOrder && (
            <p role="status" className="mt-3 border-l-4 border-marigold-ink pl-3">
              {texts.plan.theSlidesStandInAnother}
              <Button kind="link" onClick={() => void edit({ kind: 'order-slides' })}>
                {texts.plan.putTheSlidesInThe}
              </Button>
            </p>
          )}
        </div>
        <aside className="pt-1 narrow:mt-6 narrow:border-t narrow:border-rule" aria-label={texts.plan.aboutThisPoint}>
          <p className="text-ink-quiet">{texts.plan.planned}</p>
          <p className={`font-mono text-title leading-tight ${spare < 0 ? 'text-madder-ink' : ''}`}>
            {clock(header.plannedSeconds)}
          </p>
          <p className="text-ink-quiet">
            {texts.plan.of(clock(header.slotMinutes * 60))}
            {spare >= 0 ? texts.plan.leavingForQuestions(clock(spare)) : texts.plan.tooLong(clock(-spare))}
          </p>
          {point && <PointSide key={point.id} point={point} number={points.indexOf(point) + 1} />}
        </aside>
      </div>
    </main>
  );
}
