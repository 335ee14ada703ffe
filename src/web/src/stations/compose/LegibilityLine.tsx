import { cx } from 'class-variance-authority';
import { useQuery } from '@tanstack/react-query';
import { api, unwrap } from '../../api/client';
import type { Item, ScenePart, ShownRoom, Slide } from '../../api/types';
import { useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { useDeckId, useDeckStore, useHeader } from '../../deck/store';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Select } from '../../ui/Select';
import { toggle } from './useComposeCommands';
import { useStageView } from './useStageView';

const lights: [ShownRoom['light'] | 'here', string][] = [
  ['here', texts.reading.asItIs],
  ['darkHall', texts.reading.inADarkHall],
  ['dimRoom', texts.reading.inADimRoom],
  ['daylight', texts.reading.inDaylight],
];

/** In what room the slide is seen, and how the words read there: one statement, and what helps, each in one press. */
export function LegibilityLine({
  slide,
  item,
  part,
}: {
  slide: Slide;
  item: Item | undefined;
  part: ScenePart | undefined;
}) {
  const { room, house } = useHeader();
  const tool = useChoice((c) => c.tool);
  const inRoom = useStageView((v) => v.inRoom);
  const reading = part?.reading;
  return (
    <div
      className={cx(
        'flex min-h-7 shrink-0 flex-wrap items-center justify-between gap-x-4 pt-1 text-note',
        'text-quiet narrow:hidden',
      )}
    >
      <span>
        {texts.reading.seen}
        <Select
          dark
          label={texts.reading.room}
          value={inRoom ? room.light : 'here'}
          options={lights}
          onChoose={(light) => {
            useStageView.setState({ inRoom: light !== 'here' });
            if (light !== 'here' && light !== room.light)
              void edit({
                kind: 'set-room',
                room: { light, backRow: room.backRow, screenHeight: room.screenHeight },
              });
          }}
        />
        {texts.house.setIn}
        <button
          type="button"
          aria-pressed={tool === 'house'}
          aria-label={texts.house.houseStyle(house.name)}
          className="text-word underline decoration-quiet decoration-1 underline-offset-4"
          onClick={() => toggle('house')}
        >
          {house.name}
        </button>
      </span>
      {reading && item && (
        <span role="status" className="flex flex-wrap items-center gap-x-3">
          <span className={reading.readable === 'well' && !reading.smallForTheBackRow ? '' : 'text-marigold'}>
            {texts.reading[reading.readable]}
            {reading.smallForTheBackRow && texts.reading.smallForTheBackRow}
            {part.set && !part.set.fits && texts.reading.doesNotFit}
            {part.set && part.set.missing.length > 0 && texts.reading.noFaceHas(part.set.missing.slice(0, 4).join(' '))}
            {part.set && part.set.others.length > 0 && texts.reading.lentBy(part.set.others.join(', '))}
          </span>
          {(reading.readable !== 'well' || reading.smallForTheBackRow) && <Offers slide={slide} item={item} />}
        </span>
      )}
    </div>
  );
}

function Offers({ slide, item }: { slide: Slide; item: Item }) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const { data } = useQuery({
    queryKey: ['remedies', id, item.item.id, revision],
    gcTime: 10_000,
    queryFn: () =>
      unwrap(
        api.GET('/api/decks/{id}/slides/{slideId}/items/{itemId}/remedies', {
          params: { path: { id, slideId: slide.id, itemId: item.item.id } },
        }),
      ),
  });
  return data?.map((r) => (
    <Button key={r.kind} kind="verb" title={texts.reading[r.after.readable]} onClick={() => void edit(r.command)}>
      {r.sentence}
      {r.after.readable !== 'well' && texts.reading.helpsALittle}
    </Button>
  ));
}
