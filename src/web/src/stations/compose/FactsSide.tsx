import { chooseItem, useChoice, useChosenItem, useChosenSlide } from '../../deck/choice';
import { kindOf } from '../../items/kinds';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** The quiet column about what is chosen; at its head the things of the slide from top to bottom, in words. */
export function FactsSide() {
  const slide = useChosenSlide();
  const also = useChoice((c) => c.also);
  const item = useChosenItem();
  const Facts = kindOf(item).Facts;
  const shown = slide && item && Facts ? <Facts slide={slide} item={item} /> : null;
  return (
    <aside aria-label={texts.compose.facts} className="overflow-auto bg-panel px-4.5 py-5">
      {slide && slide.items.length > 1 && (
        <nav aria-label={texts.compose.whatLiesHere} className="mb-4 border-b border-line pb-3">
          <h2 className="text-quiet">{texts.compose.whatLiesHere}</h2>
          <ul className="mt-0.5">
            {[...slide.items].reverse().map((i) => (
              <li key={i.item.id}>
                <Button
                  className={`min-h-6 max-w-full truncate ${i === item || also.includes(i.item.id) ? 'text-word' : 'text-quiet hover:text-word'}`}
                  aria-pressed={i === item || also.includes(i.item.id)}
                  onClick={(e) => chooseItem(i.item.id, e.shiftKey)}
                >
                  {i.says}
                  {i.item.at.isGround && <span className="text-quiet">{texts.compose.ground}</span>}
                  {i.item.at.held && <span className="text-quiet">{texts.compose.held}</span>}
                </Button>
              </li>
            ))}
          </ul>
        </nav>
      )}
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
