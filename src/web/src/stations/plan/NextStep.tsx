import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useHeader, usePoints, useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** What to do next, as the one strong button under the plan, with what it will do beside it. */
export function NextStep({ draft, add }: { draft: string; add(): void }) {
  const header = useHeader();
  const points = usePoints();
  const slides = useSlides();
  const written = draft.trim();
  const without = points.filter((p) => !slides.some((s) => s.pointId === p.id));
  const named = without.length === 1 ? `“${without[0]!.wording}”` : texts.plan.points(without.length);
  const [name, act, why] =
    written !== ''
      ? [written.includes('\n') ? texts.plan.addThesePoints : texts.plan.addThisPoint, add, texts.plan.enterDoesTheSame]
      : points.length === 0
        ? []
        : !header.complete
          ? [
              slides.length === 0
                ? texts.plan.makeTheSlides
                : without.length === 1
                  ? texts.plan.makeItsSlide
                  : texts.plan.makeTheSlidesThatAre,
              () => void edit({ kind: 'make-slides' }),
              slides.length === 0
                ? texts.plan.oneSlideForEachPoint
                : without.length > 0
                  ? texts.plan.forWhichNoneYet(named, without.length === 1 ? 'has' : 'have')
                  : texts.plan.anOpeningAndTheCredits,
            ]
          : header.open.gather > 0
            ? [
                texts.plan.nextGatherPhotos,
                () => goTo('gather'),
                header.open.gather === 1
                  ? texts.plan.onePointHasNoPhoto
                  : texts.plan.pointsHaveNoPhotoYet(header.open.gather),
              ]
            : [texts.plan.nextGiveTheTalk, () => goTo('give'), texts.plan.everyPointHasItsPhoto];
  if (!name || !act) return null;
  return (
    <p className="mt-4 flex flex-wrap items-center gap-x-6 gap-y-2">
      <Button kind="paper" onClick={act}>
        {name}
      </Button>
      <span className="text-ink-quiet">{why}</span>
    </p>
  );
}
