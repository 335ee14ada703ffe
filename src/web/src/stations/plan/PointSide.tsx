import type { Point } from '../../api/types';
import { choosePoint } from '../../deck/choice';
import { edit, editLater } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { OpenField } from '../../ui/OpenField';
import { texts } from '../../texts';

/** Beside the page: what to look for, the facts, and how many photos the chosen point has. */
export function PointSide({ point, number }: { point: Point; number: number }) {
  const slides = useSlides();
  const slide = slides.findIndex((s) => s.pointId === point.id) + 1;
  // Lists are changed as they are when their turn comes: two edits in a row keep both.
  const editPoint = (change: (p: Point) => Partial<Pick<Point, 'facts' | 'searchWords'>>) =>
    editLater((deck) => ({ kind: 'edit-point', pointId: point.id, ...change(deck.points[point.id] ?? point) }));
  const setFact = (at: number, part: Partial<Point['facts'][number]>) =>
    editPoint((p) => ({ facts: p.facts.map((f, n) => (n === at ? { ...f, ...part } : f)) }));
  return (
    <>
      <h2 className="mt-7 text-ink-quiet">
        {number > 0 ? texts.plan.lookForUnderPoint(number) : texts.plan.lookForForTheOpening}
      </h2>
      <ul className="mt-1">
        {point.searchWords.map((w) => (
          <li key={w} className="group flex justify-between text-lead">
            {w}
            <Button
              className="min-h-6 text-small text-ink-quiet hover:text-ink"
              aria-label={texts.plan.drop(w)}
              onClick={() => void editPoint((p) => ({ searchWords: p.searchWords.filter((x) => x !== w) }))}
            >
              {texts.plan.drop2}
            </Button>
          </li>
        ))}
      </ul>
      <OpenField
        label={texts.plan.addSearchWords}
        placeholder={texts.plan.addWords}
        keptAs={`words of ${point.id}`}
        className="text-lead"
        onAdd={(text) => editPoint((p) => ({ searchWords: [...p.searchWords, ...text.split(/\s+/)] }))}
      />
      <h2 className="mt-7 text-ink-quiet">{texts.plan.factsAndWhereFrom}</h2>
      {point.facts.map((f, i) => (
        <div key={i} className="mt-2 border-l border-rule pl-3">
          <Field
            lines
            label={texts.plan.fact(i + 1)}
            className="resize-none text-lead"
            value={f.text}
            onCommit={(text) => setFact(i, { text })}
          />
          <Field
            label={texts.plan.referenceOfFact(i + 1)}
            placeholder={texts.plan.whereItComesFrom}
            className="text-ink-quiet"
            value={f.reference}
            onCommit={(reference) => setFact(i, { reference })}
          />
          {slide > 0 && (
            <Button
              className="min-h-6 text-small text-ink-quiet hover:text-ink"
              aria-label={texts.plan.factOnItsSlide(i + 1)}
              onClick={() => void edit({ kind: 'show-fact', slideId: slides[slide - 1]!.id, fact: i })}
            >
              {texts.plan.onItsSlide}
            </Button>
          )}
        </div>
      ))}
      <OpenField
        label={texts.plan.newFact}
        placeholder={texts.plan.addAFact}
        keptAs={`fact of ${point.id}`}
        className="mt-2 text-lead"
        addsOnLeaving
        onAdd={(text) => editPoint((p) => ({ facts: [...p.facts, { text, reference: '' }] }))}
      />
      <p className="mt-7 text-ink-quiet">
        {point.shortlist.length === 0
          ? texts.plan.noPhotoKeptYet
          : point.shortlist.length === 1
            ? texts.plan.n1PhotoKept
            : texts.plan.photosKept(point.shortlist.length)}
        {slide > 0 ? texts.plan.shownOnSlide(slide) : texts.plan.noSlideYet}
      </p>
      <Button
        kind="link"
        className="mt-1 text-lead"
        onClick={() => {
          choosePoint(point.id);
          goTo('gather');
        }}
      >
        {texts.plan.gatherPhotosForThisPoint}
      </Button>
    </>
  );
}
