import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useHeader, usePoints, useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';

/** What to do next, as the one strong button under the plan, with what it will do beside it. */
export function Next({ draft, add }: { draft: string; add(): void }) {
  const header = useHeader();
  const points = usePoints();
  const slides = useSlides();
  const written = draft.trim();
  const without = points.filter((p) => !slides.some((s) => s.pointId === p.id));
  const named = without.length === 1 ? `“${without[0]!.wording}”` : `${without.length} points`;
  const [name, act, why] =
    written !== ''
      ? [written.includes('\n') ? 'Add these points' : 'Add this point', add, 'Enter does the same.']
      : points.length === 0
        ? []
        : !header.complete
          ? [
              slides.length === 0
                ? 'Make the slides'
                : without.length === 1
                  ? 'Make its slide'
                  : 'Make the slides that are missing',
              () => void edit({ kind: 'make-slides' }),
              slides.length === 0
                ? 'One slide for each point, an opening, and the credits.'
                : without.length > 0
                  ? `For ${named}, which ${without.length === 1 ? 'has' : 'have'} none yet.`
                  : 'An opening and the credits are still to come.',
            ]
          : header.open.gather > 0
            ? [
                'Next: gather photos',
                () => goTo('gather'),
                header.open.gather === 1
                  ? 'One point has no photo yet.'
                  : `${header.open.gather} points have no photo yet.`,
              ]
            : ['Next: give the talk', () => goTo('give'), 'Every point has its photo.'];
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
