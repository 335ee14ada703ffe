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

/** In what room the slide is seen, and in what house style it is set. */
export function SeenLine() {
  const { room, house } = useHeader();
  const tool = useChoice((c) => c.tool);
  const inRoom = useStageView((v) => v.inRoom);
  return (
    <p className="text-small text-quiet">
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
    </p>
  );
}

const isWell = (part: ScenePart) =>
  part.reading?.readable === 'well' && !part.reading.smallForTheBackRow && !part.liesOn && !part.acrossEdge;

/** True for words that need help: they are not read well, do not fit, or have letters that no face has. */
export const needsHelp = (part: ScenePart) =>
  part.reading !== undefined &&
  part.reading !== null &&
  (!isWell(part) || Boolean(part.set && (!part.set.fits || part.set.missing.length > 0)));

/** How words read that need no help. */
export function ReadsWell({ part }: { part: ScenePart | undefined }) {
  if (!part?.reading || needsHelp(part)) return null;
  return (
    <p role="status" className="text-small text-quiet">
      {texts.reading[part.reading.readable]}
      {part.set && part.set.others.length > 0 && texts.reading.lentBy(part.set.others.join(', '))}
    </p>
  );
}

/** How the chosen words read in the room: one statement, and what helps, each in one press. */
export function LegibilityLine({ slide, item, part }: { slide: Slide; item: Item; part: ScenePart }) {
  const { reading } = part;
  if (!reading) return null;
  return (
    <span role="status" className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3">
      <span className={isWell(part) ? 'text-quiet' : 'text-marigold'}>
        {texts.reading[reading.readable]}
        {reading.readable !== 'well' && typeof reading.press === 'number' && texts.reading.afterPress(reading.press)}
        {part.liesOn && texts.reading.liesOn(part.liesOn)}
        {part.acrossEdge && texts.reading.acrossTheEdge}
        {reading.smallForTheBackRow && texts.reading.smallForTheBackRow}
        {part.set && !part.set.fits && texts.reading.doesNotFit}
        {part.set && part.set.missing.length > 0 && texts.reading.noFaceHas(part.set.missing.slice(0, 4).join(' '))}
        {part.set && part.set.others.length > 0 && texts.reading.lentBy(part.set.others.join(', '))}
      </span>
      {!isWell(part) && <Offers slide={slide} item={item} />}
    </span>
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
