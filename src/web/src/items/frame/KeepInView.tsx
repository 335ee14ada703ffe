import { frameTexts } from './texts';
import { useQueryClient } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import type { Item, Slide } from '../../api/types';
import { useDeckId } from '../../deck/store';
import { Button } from '../../ui/Button';
import { useNotices } from '../../ui/useNotices';
import { useDrawing } from './useDrawing';
import { editFrame, frameOf } from './useFrame';

/** Parts of the photo that no crop may cut: drawn on the stage, or proposed from where the eye goes. */
export function KeepInView({ slide, item }: { slide: Slide; item: Item }) {
  const id = useDeckId();
  const client = useQueryClient();
  const say = useNotices((n) => n.say);
  const { what, draw } = useDrawing();
  const marks = frameOf(item)?.keepInView ?? [];
  const propose = async () => {
    const found = await client.fetchQuery({
      queryKey: ['marks', id, slide.id, item.item.id, frameOf(item)?.photoId],
      queryFn: () =>
        unwrap(
          api.GET('/api/decks/{id}/slides/{slideId}/items/{itemId}/marks', {
            params: { path: { id, slideId: slide.id, itemId: item.item.id } },
          }),
        ),
    });
    if (found.length === 0) return say(frameTexts.nothingStandsOut);
    await editFrame(slide, item, { keepInView: [...marks, found[0]!] });
  };
  return (
    <>
      <span className="h-4 border-l border-edge" />
      <span>{marks.length > 0 ? frameTexts.keptInView(marks.length) : frameTexts.keepInView}</span>
      <Button kind="verb" aria-pressed={what === 'mark'} onClick={() => draw(what === 'mark' ? null : 'mark')}>
        {frameTexts.drawIt}
      </Button>
      <Button kind="verb" onClick={() => void propose()}>
        {frameTexts.proposeIt}
      </Button>
      {marks.length > 0 && (
        <>
          <Button kind="verb" onClick={() => void editFrame(slide, item, { keepInView: marks.slice(0, -1) })}>
            {frameTexts.takeTheLast}
          </Button>
          {marks.length > 1 && (
            <Button kind="verb" onClick={() => void editFrame(slide, item, { keepInView: [] })}>
              {frameTexts.takeAll}
            </Button>
          )}
        </>
      )}
    </>
  );
}
