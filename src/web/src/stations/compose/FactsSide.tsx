import { useChoice, useChosenItem, useChosenSlide } from '../../deck/choice';
import { useScenes } from '../../deck/store';
import { kindOf } from '../../items/kinds';
import { OnceHint } from '../../ui/OnceHint';
import { texts } from '../../texts';
import { LegibilityLine, needsHelp, ReadsWell, SeenLine } from './LegibilityLine';
import { OnThisSlide } from './OnThisSlide';

/** The quiet column about what is chosen; under it the things of the slide from top to bottom, in words. */
export function FactsSide() {
  const slide = useChosenSlide();
  const item = useChosenItem();
  const tool = useChoice((c) => c.tool);
  const part = useScenes(slide?.id)[0]?.parts.find((p) => p.itemId === item?.item.id);
  const { Facts, Numbers } = kindOf(item);
  const shown = slide && item && Facts ? <Facts slide={slide} item={item} /> : null;
  const photos = slide?.items.some((i) => i.photos.length > 0) ?? false;
  const says =
    slide?.kind === 'credits'
      ? texts.compose.theCreditsWriteThemselvesFrom
      : photos
        ? item?.says
        : texts.compose.thisSlideHasNoPhoto;
  return (
    <aside aria-label={texts.compose.facts} className="flex min-h-0 flex-col bg-panel">
      <div className="min-h-0 flex-1 overflow-auto px-4.5 pt-4 pb-3">
        {shown ?? (says && <p className="text-quiet">{says}</p>)}
        {slide && slide.items.length > 1 && <OnThisSlide slide={slide} />}
        {slide && item && Numbers && <Numbers slide={slide} item={item} />}
      </div>
      {slide && (
        <div className="shrink-0 space-y-2 border-t border-line px-4.5 py-2.5">
          {photos && (
            <OnceHint id="compose.stage" done={tool !== null}>
              {texts.compose.dragThePhotoToChoose}
            </OnceHint>
          )}
          {part && needsHelp(part) && item ? (
            // Under the stage stands the tool that is open.
            tool !== null && (
              <p className="text-small">
                <LegibilityLine slide={slide} item={item} part={part} />
              </p>
            )
          ) : (
            <ReadsWell part={part} />
          )}
          <SeenLine />
        </div>
      )}
    </aside>
  );
}
