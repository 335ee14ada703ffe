import { cx } from 'class-variance-authority';
import { useState } from 'react';
import type { Point } from '../../api/types';
import { useCommands, type Command } from '../../commands/registry';
import { choosePoint, useChosenPoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { useAllPoints, useDeckId, usePhotos } from '../../deck/store';
import { photoUrl } from '../../deck/photoUrl';
import { SettleDialog } from '../settle/SettleDialog';
import { Button } from '../../ui/Button';
import { texts } from '../../texts';

/** The way from point to point by keys, whether their list is shown or not. */
export function usePointSteps() {
  const points = useAllPoints();
  const point = useChosenPoint();
  const at = points.findIndex((p) => p.id === point?.id);
  const step = (by: number): Command => ({
    id: by > 0 ? 'point.next' : 'point.before',
    name: by > 0 ? texts.gather.nextPoint : texts.gather.pointBefore,
    keys: [by > 0 ? 'Page down' : 'Page up'],
    group: texts.gather.gather,
    when: () => points[at + by] !== undefined,
    run: () => choosePoint(points[at + by]!.id),
  });
  useCommands([step(1), step(-1)]);
}

/** The points at the left; the chosen one shows its shortlist, best first. */
export function PointList() {
  const points = useAllPoints();
  const deckId = useDeckId();
  const point = useChosenPoint();
  const next = points[points.findIndex((p) => p.id === point?.id) + 1];
  return (
    <nav aria-label={texts.gather.points} className="flex flex-col overflow-auto bg-side py-3">
      <ol>
        {points.map((p) => {
          const here = p.id === point?.id;
          return (
            <li key={p.id} className={here ? 'bg-surround' : ''}>
              <Button
                className={cx(
                  'flex w-full items-end gap-3 px-4.5 py-2 text-body',
                  here ? 'text-word' : 'text-soft hover:text-word',
                )}
                aria-current={here ? 'true' : undefined}
                onClick={() => choosePoint(p.id)}
              >
                <span className="min-w-0 flex-1 truncate">
                  {p.id === deckId && <span className="block text-note text-quiet">{texts.gather.opening}</span>}
                  {p.wording}
                </span>
                {p.shortlist.length > 0 ? (
                  <span className="font-mono text-note text-quiet">
                    {p.shortlist.length}
                    <span className="sr-only">
                      {p.shortlist.length === 1 ? texts.gather.photoKept : texts.gather.photosKept}
                    </span>
                  </span>
                ) : p.id === deckId ? null : (
                  <span className="font-mono text-note text-marigold">{texts.gather.noneYet}</span>
                )}
              </Button>
              {here && p.shortlist.length > 0 && <Shortlist point={p} />}
            </li>
          );
        })}
      </ol>
      {next && (
        <Button
          className="mt-auto px-4.5 pt-3 text-left text-body text-verdigris-word hover:text-word"
          onClick={() => choosePoint(next.id)}
        >
          {texts.gather.nextPoint2}
          <span className="text-note text-quiet">{'Page down'}</span>
        </Button>
      )}
    </nav>
  );
}

/** The photos kept for a point, in order; the first is the one placed by default. */
function Shortlist({ point }: { point: Point }) {
  const photos = usePhotos();
  const [at, setAt] = useState<string | null>(null);
  const [settling, setSettling] = useState<string | null>(null);
  const chosen = at && point.shortlist.includes(at) ? photos[at] : undefined;
  const place = chosen ? point.shortlist.indexOf(chosen.id) : -1;
  const move = (to: number) =>
    chosen && void edit({ kind: 'order-shortlist', pointId: point.id, photoId: chosen.id, to });
  return (
    <div className="px-4.5 pb-3">
      <ul className="flex flex-wrap gap-1.5" aria-label={texts.gather.shortlist}>
        {point.shortlist.map((id, i) => {
          const photo = photos[id];
          if (!photo) return null;
          return (
            <li key={id} className="relative">
              <Button
                aria-pressed={at === id}
                aria-label={
                  `${photo.title || texts.gather.untitled2}, ` +
                  (i === 0 ? texts.gather.placedFirst : texts.gather.number(i + 1)) +
                  (photo.unclear ? texts.gather.toSettle : '')
                }
                title={photo.title}
                className={`block ${at === id ? 'outline-2 outline-offset-1 outline-verdigris' : ''}`}
                onClick={() => setAt(at === id ? null : id)}
                onKeyDown={(e) => {
                  if (e.altKey && !e.repeat && (e.key === 'ArrowLeft' || e.key === 'ArrowRight')) {
                    e.preventDefault();
                    void edit({
                      kind: 'order-shortlist',
                      pointId: point.id,
                      photoId: id,
                      to: i + (e.key === 'ArrowLeft' ? -1 : 1),
                    });
                  }
                }}
              >
                <img
                  src={photoUrl(photo, 160)}
                  alt=""
                  className="h-11"
                  style={{ aspectRatio: `${photo.width} / ${photo.height}` }}
                />
              </Button>
              {photo.unclear && (
                <span
                  className={cx(
                    'pointer-events-none absolute top-0 right-0 h-0 w-0 border-t-11 border-l-11',
                    'border-t-marigold border-l-transparent',
                  )}
                />
              )}
            </li>
          );
        })}
      </ul>
      {chosen && (
        <p className="flex flex-wrap gap-x-3.5 pt-2 text-small">
          <span className="w-full truncate text-quiet">{chosen.title || 'Untitled'}</span>
          <Button kind="verb" disabled={place === 0} onClick={() => move(0)}>
            {texts.gather.putFirst}
          </Button>
          <Button kind="verb" disabled={place === 0} onClick={() => move(place - 1)}>
            {texts.gather.forward}
          </Button>
          <Button kind="verb" disabled={place === point.shortlist.length - 1} onClick={() => move(place + 1)}>
            {texts.gather.back}
          </Button>
          <Button
            kind="verb"
            onClick={() => void edit({ kind: 'remove-from-shortlist', pointId: point.id, photoId: chosen.id })}
          >
            {texts.gather.leaveOut}
          </Button>
          <Button className={`verb ${chosen.unclear ? '!text-marigold' : ''}`} onClick={() => setSettling(chosen.id)}>
            {chosen.unclear ? texts.gather.settle : texts.gather.record}
          </Button>
        </p>
      )}
      {settling && photos[settling] && <SettleDialog photo={photos[settling]} onClose={() => setSettling(null)} />}
    </div>
  );
}
