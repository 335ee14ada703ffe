import { useState } from 'react';
import { newIdentity } from '../../api/identity';
import type { Cue, CueLine, Item, Slide, SlideMoves } from '../../api/types';
import { comingInWords } from './comingInWords';
import { TransitionDialog } from './TransitionDialog';
import { edit } from '../../deck/edit';
import { rules } from '../../deck/rules';
import { useDeckStore, usePoint } from '../../deck/store';
import { prompts } from '../../items/words/roles';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { acts, starts, ways } from './cueWords';

const t = texts.moves;
const dragged = 'text/x-jaali-move';

export const calledOf = (item: Item) =>
  item.says.split('\n')[0] || (item.item.kind === 'words' ? prompts[item.item.role] : texts.moves.thing);

/**
 * What moves on a slide, one line a move, each a sentence. Dragging, or Alt with the arrows, orders them; a chosen one
 * opens what can be said of it.
 */
export function CueList({
  slide,
  number,
  moves,
  onTry,
}: {
  slide: Slide;
  number: number;
  moves: SlideMoves | undefined;
  /** Plays one move, or all, on the stage. */
  onTry(cueId: string | null): void;
}) {
  const [chosen, setChosen] = useState<string | null>(null);
  const [over, setOver] = useState<string | null>(null);
  const [coming, setComing] = useState(false);
  const cues = slide.cues;
  const lines = moves?.lines ?? [];
  const move = (cueId: string, to: number) =>
    void edit({ kind: 'move-cue', slideId: slide.id, cueId, to: Math.max(0, Math.min(cues.length - 1, to)) });
  return (
    <section aria-label={t.whatMoves} className="w-full pt-4">
      <div className="flex items-baseline gap-5 border-b border-line pb-1">
        <h2 className="flex-1 text-quiet">{t.whatMoves}</h2>
        {cues.length > 0 && (
          <Button kind="link" onClick={() => onTry(null)}>
            {t.tryAll}
          </Button>
        )}
      </div>
      <div className="grid grid-cols-[88px_minmax(0,1fr)_auto] items-baseline gap-x-3 border-b border-line py-1.5">
        <span className="font-mono text-note text-quiet">{t.comesIn}</span>
        <span>{comingInWords(slide.transition)}</span>
        {number > 1 && (
          <Button kind="verb" aria-label={t.changeComing} onClick={() => setComing(true)}>
            {t.change}
          </Button>
        )}
      </div>
      <ol aria-label={t.moves}>
        {lines.map((line, at) => {
          const cue = cues.find((c) => c.id === line.cueId);
          if (!cue) return null;
          const open = chosen === cue.id;
          return (
            <li
              key={cue.id}
              className={`border-b py-1.5 ${over === cue.id || open ? 'border-verdigris' : 'border-line'}`}
              draggable
              onDragStart={(e) => e.dataTransfer.setData(dragged, cue.id)}
              onDragOver={(e) => {
                if (!e.dataTransfer.types.includes(dragged)) return;
                e.preventDefault();
                setOver(cue.id);
              }}
              onDragLeave={() => setOver(null)}
              onDrop={(e) => {
                setOver(null);
                const id = e.dataTransfer.getData(dragged);
                if (id && id !== cue.id) move(id, at);
              }}
            >
              <div className="grid grid-cols-[88px_minmax(0,1fr)_auto] items-baseline gap-x-3">
                <span className={`font-mono text-note ${line.there ? 'text-quiet' : 'text-marigold'}`}>
                  {line.when}
                </span>
                <Button
                  className="min-w-0 text-left"
                  aria-expanded={open}
                  onClick={() => setChosen(open ? null : cue.id)}
                  onKeyDown={(e) => {
                    if (e.altKey && (e.key === 'ArrowUp' || e.key === 'ArrowDown'))
                      move(cue.id, at + (e.key === 'ArrowUp' ? -1 : 1));
                    else if (e.key === 'Delete' || e.key === 'Backspace')
                      void edit({ kind: 'remove-cue', slideId: slide.id, cueId: cue.id });
                    else return;
                    e.preventDefault();
                    e.stopPropagation();
                  }}
                >
                  {line.says}
                </Button>
                <Button kind="link" aria-label={t.tryThis(line.says)} onClick={() => onTry(cue.id)}>
                  {t.tryIt}
                </Button>
              </div>
              {open && <MoveControls slide={slide} cue={cue} line={line} />}
            </li>
          );
        })}
      </ol>
      <AddMove slide={slide} />
      {coming && <TransitionDialog slide={slide} number={number} open onOpenChange={setComing} />}
    </section>
  );
}

/** What can be said of a move, as one sentence. */
function MoveControls({ slide, cue, line }: { slide: Slide; cue: Cue; line: CueLine }) {
  const put = (change: Partial<Cue>) => edit({ kind: 'edit-cue', slideId: slide.id, cue: { ...cue, ...change } });
  const { waysOf } = rules();
  const item = slide.items.find((i) => i.item.id === cue.itemId);
  const own = waysOf.find((w) => w.act === cue.act)?.ways ?? [];
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1 pt-1.5 pl-[100px] text-small text-quiet narrow:pl-0">
      {line.there && cue.act !== 'inTurn' && (
        <>
          <Select
            dark
            label={t.what}
            value={cue.act}
            options={acts.filter(([a]) => a !== 'inTurn')}
            onChoose={(act) => void put({ act })}
          />
          <Select
            dark
            label={t.way}
            value={cue.effect!}
            options={ways.filter(([w]) => own.includes(w))}
            onChoose={(way) => void put({ effect: way })}
          />
        </>
      )}
      <Select dark label={t.start} value={cue.start!} options={starts} onChoose={(start) => void put({ start })} />
      <label>
        {t.in}
        <NumberField label={t.seconds} value={cue.seconds!} digits={2} onCommit={(seconds) => put({ seconds })} />{' '}
        {t.secondsWord}
      </label>
      <label>
        {t.after}
        <NumberField label={t.delay} value={cue.delay!} digits={2} onCommit={(delay) => put({ delay })} />{' '}
        {t.secondsWord}
      </label>
      {item && (item.item.kind === 'words' || item.parts.length > 0) && cue.act !== 'inTurn' && (
        <Button kind="verb" aria-pressed={cue.partByPart} onClick={() => void put({ partByPart: !cue.partByPart })}>
          {item.item.kind === 'words' ? t.partByPart : t.eachPart}
        </Button>
      )}
      <Button kind="verb" onClick={() => void edit({ kind: 'remove-cue', slideId: slide.id, cueId: cue.id })}>
        {t.remove}
      </Button>
      {cue.sequence && <Turns slide={slide} turns={cue.sequence} onOrder={(turns) => void put({ sequence: turns })} />}
    </div>
  );
}

/** The order in which things take their turns; by drag, or Alt with the arrows. */
function Turns({ slide, turns, onOrder }: { slide: Slide; turns: string[]; onOrder(turns: string[]): void }) {
  const put = (id: string, to: number) => {
    const rest = turns.filter((x) => x !== id);
    rest.splice(Math.max(0, to), 0, id);
    onOrder(rest);
  };
  return (
    <ol aria-label={t.order} className="flex w-full flex-wrap gap-x-4">
      {turns.map((id, n) => {
        const item = slide.items.find((i) => i.item.id === id);
        return (
          <li
            key={id}
            draggable
            onDragStart={(e) => {
              e.stopPropagation();
              e.dataTransfer.setData('text/x-jaali-turn', id);
            }}
            onDragOver={(e) => e.dataTransfer.types.includes('text/x-jaali-turn') && e.preventDefault()}
            onDrop={(e) => {
              const from = e.dataTransfer.getData('text/x-jaali-turn');
              if (!from) return;
              e.stopPropagation();
              put(from, n);
            }}
          >
            <Button
              className="text-word"
              onKeyDown={(e) => {
                const by = e.key === 'ArrowLeft' || e.key === 'ArrowUp' ? -1 : 1;
                if (!e.altKey || !e.key.startsWith('Arrow')) return;
                e.preventDefault();
                e.stopPropagation();
                put(id, n + by);
              }}
            >
              {n + 1}. {item ? calledOf(item) : t.thing}
            </Button>
            {turns.length > 1 && (
              <Button
                kind="verb"
                className="ml-2"
                aria-label={t.leaveOut(item ? calledOf(item) : '')}
                onClick={() => onOrder(turns.filter((x) => x !== id))}
              >
                {t.leaveOutWord}
              </Button>
            )}
          </li>
        );
      })}
    </ol>
  );
}

/** Ways to a new move: one thing, all photos in turn, another photo over the ground. */
function AddMove({ slide }: { slide: Slide }) {
  const photos = slide.items.filter((i) => i.photos.length > 0 && !i.item.at.isGround);
  const ground = slide.items.find((i) => i.item.at.isGround);
  const titles = useDeckStore((d) => d.photos);
  const point = usePoint(slide.pointId ?? undefined);
  const kept = (point?.shortlist ?? []).filter((p) => !slide.items.some((i) => i.photos.includes(p)));
  const movable = slide.items.filter((i) => !i.item.at.isGround).reverse();
  if (slide.kind === 'credits') return null;
  const add = (itemId: string) =>
    void edit({
      kind: 'add-cue',
      slideId: slide.id,
      at: null,
      cue: {
        id: newIdentity(),
        act: 'comesIn',
        itemId,
        effect: 'dissolve',
        start: 'onPress',
        seconds: rules().paces[0]!.seconds,
        delay: 0,
        partByPart: false,
        sequence: null,
        newcomers: false,
      },
    });
  return (
    <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 pt-2 text-quiet">
      {movable.length > 0 && (
        <Select
          dark
          label={t.add}
          value={''}
          options={[['', t.add] as [string, string], ...movable.map((i): [string, string] => [i.item.id, calledOf(i)])]}
          onChoose={(id) => id && add(id)}
        />
      )}
      {photos.length > 0 && (
        <Button kind="verb" onClick={() => void edit({ kind: 'sequence-photos', slideId: slide.id, itemIds: null })}>
          {t.inTurn}
        </Button>
      )}
      {ground && kept.length > 0 && (
        <Select
          dark
          label={t.overTheGround}
          value={''}
          options={[
            ['', t.overTheGround] as [string, string],
            ...kept.map((p): [string, string] => [p, titles[p]?.title || t.untitled]),
          ]}
          onChoose={(photoId) =>
            photoId &&
            void edit({ kind: 'change-ground', slideId: slide.id, photoId, seconds: rules().paces.at(-1)!.seconds })
          }
        />
      )}
    </div>
  );
}
