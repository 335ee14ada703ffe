import { useChosenItem, useChosenSlide } from '../../deck/choice';
import { kindOf } from '../../items/kinds';
import { texts } from '../../texts';
import { OnThisSlide } from './OnThisSlide';

/** The quiet column about what is chosen; at its head the things of the slide from top to bottom, in words. */
export function FactsSide() {
  const slide = useChosenSlide();
  const item = useChosenItem();
  const Facts = kindOf(item).Facts;
  const shown = slide && item && Facts ? <Facts slide={slide} item={item} /> : null;
  return (
    <aside aria-label={texts.compose.facts} className="overflow-auto bg-panel px-4.5 py-5">
      {slide && slide.items.length > 1 && <OnThisSlide slide={slide} />}
      {shown ?? (
        <p className="text-quiet">
          {slide?.kind === 'credits'
            ? texts.compose.theCreditsWriteThemselvesFrom
            : slide && slide.items.some((i) => i.photos.length > 0)
              ? item?.says
              : texts.compose.thisSlideHasNoPhoto}
        </p>
      )}
    </aside>
  );
}
