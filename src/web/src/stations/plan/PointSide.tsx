import { useState } from 'react';
import type { Point } from '../../api/types';
import { choosePoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { texts } from '../../texts';

/** Beside the page: what to look for, the facts, and how many photos the chosen point has. */
export function PointSide({ point, number }: { point: Point; number: number }) {
  const slides = useSlides();
  const [word, setWord] = useState('');
  const slide = slides.findIndex((s) => s.pointId === point.id) + 1;
  const setWords = (searchWords: string[]) => edit({ kind: 'edit-point', pointId: point.id, searchWords });
  const setFacts = (facts: Point['facts']) => void edit({ kind: 'edit-point', pointId: point.id, facts });
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
              onClick={() => void setWords(point.searchWords.filter((x) => x !== w))}
            >
              {texts.plan.drop2}
            </Button>
          </li>
        ))}
      </ul>
      <input
        aria-label={texts.plan.addSearchWords}
        placeholder={texts.plan.addWords}
        className="field text-lead"
        value={word}
        onChange={(e) => setWord(e.target.value)}
        onKeyDown={async (e) => {
          if (e.key === 'Enter' && word.trim() && (await setWords([...point.searchWords, ...word.trim().split(/\s+/)])))
            setWord('');
        }}
      />
      <h2 className="mt-7 text-ink-quiet">{texts.plan.factsAndWhereFrom}</h2>
      {point.facts.map((f, i) => (
        <div key={i} className="mt-2 border-l border-rule pl-3">
          <Field
            lines
            label={texts.plan.fact(i + 1)}
            className="resize-none text-lead"
            value={f.text}
            onCommit={(text) => setFacts(point.facts.map((x, j) => (j === i ? { ...x, text } : x)))}
          />
          <Field
            label={texts.plan.referenceOfFact(i + 1)}
            placeholder={texts.plan.whereItComesFrom}
            className="text-ink-quiet"
            value={f.reference}
            onCommit={(reference) => setFacts(point.facts.map((x, j) => (j === i ? { ...x, reference } : x)))}
          />
        </div>
      ))}
      <Field
        label={texts.plan.newFact}
        placeholder={texts.plan.addAFact}
        className="mt-2 text-lead"
        value=""
        onCommit={(text) => text !== '' && setFacts([...point.facts, { text, reference: '' }])}
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
