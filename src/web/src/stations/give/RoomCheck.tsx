import type { Room, RoomLine } from '../../api/types';
import { choose } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useDeckStore } from '../../deck/store';
import { Button } from '../../ui/Button';
import { ClearStar } from '../../ui/Star';
import { texts } from '../../texts';
import { OfflineTalk } from './OfflineTalk';

// Where each concern is seen to, and the words that lead there.
const ways: Record<RoomLine['concern'], [station: string, words: string] | null> = {
  rights: ['credit', texts.give.openTheLedger],
  words: ['compose', texts.give.lookAtIt],
  size: ['compose', texts.give.lookAtIt],
  letters: ['compose', texts.give.lookAtIt],
  sharpness: ['compose', texts.give.lookAtIt],
  points: ['gather', texts.give.gatherPhotos],
  time: ['plan', texts.give.planTheTime],
  moves: ['give', texts.give.lookAtIt],
  files: ['credit', texts.give.openTheLedger],
  positions: null,
};

/** What is looked at before the talk: what is to be done first, then what is well. */
export function RoomCheck({ room }: { room: Room | undefined }) {
  const lines = room?.lines ?? [];
  const bad = lines.filter((l) => !l.good);
  const good = lines.filter((l) => l.good);
  return (
    <aside aria-label={texts.give.beforeTheTalk} className="overflow-auto bg-panel px-5.5 py-6 narrow:px-4 narrow:py-3">
      <h2 className="flex items-center gap-2 text-head font-semibold">
        {room?.ready ? texts.give.ready : texts.give.beforeTheTalk} {room?.ready && <ClearStar />}
      </h2>
      {bad.map((l) => (
        <div key={l.concern} className="mt-3 border-t border-line pt-3">
          <h3 className={`text-lead font-semibold ${l.holdsUp ? 'text-madder-light' : 'text-marigold'}`}>{l.title}</h3>
          <p className="text-quiet">
            {l.text} <Fixes line={l} /> <Way line={l} /> {l.concern === 'moves' && <RemoveIdle slides={l.slides} />}
          </p>
        </div>
      ))}
      {good.length > 0 && (
        <ul aria-label={texts.give.whatIsWell} className="mt-3 border-t border-line pt-3">
          {good.map((l) => (
            <li key={l.concern} className="py-1">
              {l.title}
              <span className="block text-small text-quiet">{l.text}</span>
            </li>
          ))}
        </ul>
      )}
      <OfflineTalk />
    </aside>
  );
}

// What mends a line with one action; the ledger has the others.
const fixes: Partial<Record<NonNullable<RoomLine['fixes']>[number], [words: string, mend: () => Promise<boolean>]>> = {
  creditsPage: [texts.credit.putTheCreditsPageBack, () => edit({ kind: 'add-credits-slide' })],
  creditOnSlide: [texts.credit.showItOnTheSlide, () => edit({ kind: 'set-credit-style', place: 'corner' })],
};

/** The actions that mend a line of the check. */
export function Fixes({ line, onDone }: { line: RoomLine; onDone?(): void }) {
  return line.fixes?.map((f) => {
    const fix = fixes[f];
    if (!fix) return null;
    const [words, mend] = fix;
    return (
      <Button key={f} kind="link" className="mr-3" onClick={() => void mend().then((done) => done && onDone?.())}>
        {words}
      </Button>
    );
  });
}

function Way({ line }: { line: RoomLine }) {
  const order = useDeckStore((d) => d.slideOrder);
  const way = ways[line.concern];
  if (!way) return null;
  const [station, words] =
    line.concern === 'points' && line.slides.length === 0 ? ['plan', texts.give.goToThePlan] : way;
  return (
    <Button
      kind="link"
      onClick={() => {
        const slide = order[(line.slides[0] ?? 0) - 1];
        if (slide) choose(slide);
        goTo(station);
      }}
    >
      {words}
    </Button>
  );
}

/** Removes moves that name nothing on their slide. */
function RemoveIdle({ slides }: { slides: number[] }) {
  const order = useDeckStore((d) => d.slideOrder);
  const all = useDeckStore((d) => d.slides);
  const idle = slides.flatMap((n) => {
    const slide = all[order[n - 1] ?? ''];
    const there = new Set(slide?.items.map((i) => i.item.id));
    return (slide?.cues ?? [])
      .filter((c) => ![...(c.sequence ?? []), c.itemId].some((id) => id && there.has(id)))
      .map((c) => ({ slideId: slide!.id, cueId: c.id }));
  });
  if (idle.length === 0) return null;
  return (
    <Button kind="link" onClick={() => idle.forEach((c) => void edit({ kind: 'remove-cue', ...c }))}>
      {texts.give.removeIdle}
    </Button>
  );
}
