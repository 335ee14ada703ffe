import { useState } from 'react';
import { api, sentence, told } from '../../api/client';
import type { Job, Room, RoomLine } from '../../api/types';
import { settled } from '../../deck/edit';
import { finished, open, useJobs } from '../../deck/jobs';
import { useDeckId, useDeckStore } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

/** Copies to hand on. Where something is blocked or reads poorly, that is said before one is made. */
export function Copies({ room, pages }: { room: Room | undefined; pages: number }) {
  const id = useDeckId();
  const say = useNotices((s) => s.say);
  const [job, setJob] = useState<Job | null>(null);
  const [asking, setAsking] = useState<RoomLine[]>([]);
  // Where something moves, each press can have a page of its own.
  const moving = useDeckStore((d) => d.slideOrder.some((s) => (d.slides[s]?.cues.length ?? 0) > 0));
  const [states, setStates] = useState(false);
  const live = useJobs((s) => (job ? (s.byId[job.id] ?? job) : null));
  const first = room?.lines.filter((l) => l.holdsUp) ?? [];
  // How it stands is asked for anew, once every edit is in: what is shown may be a moment old.
  const begin = async () => {
    try {
      await settled();
      const now = await told(api.GET('/api/decks/{id}/room', { params: { path: { id } } }));
      const before = now.lines.filter((l) => l.holdsUp);
      if (before.length === 0) await make();
      else setAsking(before);
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  const make = async () => {
    setAsking([]);
    try {
      const started = await told(
        api.POST('/api/decks/{id}/exports/pdf', { params: { path: { id }, query: { states: moving && states } } }),
      );
      setJob(started);
      setJob(await finished(started));
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  return (
    <aside
      aria-label={texts.give.copiesToHandOn}
      className="overflow-auto bg-panel px-5.5 py-6 narrow:px-4 narrow:py-3"
    >
      <h2 className="text-head font-semibold">{texts.give.copiesToHandOn}</h2>
      <div className="mt-4 border-t border-line pt-3">
        <h3 className="text-lead font-semibold">{texts.give.pdf}</h3>
        <p className="text-quiet">
          {texts.give.toReadOrToShow(pages)}
          {pages === 1 ? texts.give.page : texts.give.pages}
          {texts.give.wordsThatCanBeMarked}
        </p>
        {first.length > 0 && (
          <p className="mt-2 text-marigold">{texts.give.firstSeenToOrHanded(first.map((l) => l.title).join('; '))}</p>
        )}
        {moving && (
          <p className="mt-2">
            <Button kind="verb" aria-pressed={states} onClick={() => setStates(!states)}>
              {texts.give.aPageForEachPress}
            </Button>
          </p>
        )}
        {live && open(live) ? (
          <div
            className="mt-2 h-1.5 bg-line"
            role="progressbar"
            aria-label={texts.give.writingThePdf}
            aria-valuenow={Math.round(live.progress * 100)}
          >
            <div className="h-full bg-verdigris" style={{ width: `${live.progress * 100}%` }} />
          </div>
        ) : (
          pages > 0 && (
            <p className="mt-2 flex gap-5">
              <Button kind="link" onClick={() => void begin()}>
                {live?.state === 'done' ? texts.give.makeItAgain : texts.give.makeThePdf}
              </Button>
              {live?.state === 'done' && live.result && (
                <a
                  className="border-b border-verdigris text-verdigris-word hover:text-word"
                  href={live.result}
                  download
                >
                  {texts.give.saveIt}
                </a>
              )}
            </p>
          )
        )}
      </div>
      <div className="mt-4 border-t border-line pt-3">
        <h3 className="text-lead font-semibold">{texts.give.creditsAloneAndThePhotos}</h3>
        <p className="text-quiet">{texts.give.asTextTableOrPage}</p>
      </div>
      <div className="mt-4 border-t border-line pt-3">
        <h3 className="text-lead font-semibold">{texts.give.forOtherCollections}</h3>
        <p className="text-quiet">{texts.give.whatWasGathered}</p>
        <p className="mt-2 flex gap-5">
          {(
            [
              ['manifest.json', texts.give.iiifManifest],
              ['oai?verb=ListRecords&metadataPrefix=oai_dc', texts.give.oaiList],
            ] as const
          ).map(([path, name]) => (
            <a
              key={path}
              className="border-b border-verdigris text-verdigris-word hover:text-word"
              href={`/api/decks/${id}/gathered/${path}`}
              target="_blank"
              rel="noreferrer"
            >
              {name}
            </a>
          ))}
        </p>
      </div>
      <Dialog
        open={asking.length > 0}
        onOpenChange={() => setAsking([])}
        title={texts.give.beforeThisIsHandedOn}
        description={texts.give.theCopyCanBeMade}
      >
        <ul className="mt-4 flex flex-col gap-2">
          {asking.map((l) => (
            <li key={l.concern}>
              <span className="font-semibold text-madder-light">{l.title}.</span> {l.text}
            </li>
          ))}
        </ul>
        <div className="mt-5 flex justify-end gap-5">
          <Button kind="verb" onClick={() => setAsking([])}>
            {texts.give.seeToItFirst}
          </Button>
          <Button kind="solid" onClick={() => void make()}>
            {texts.give.makeItAsItIs}
          </Button>
        </div>
      </Dialog>
    </aside>
  );
}
