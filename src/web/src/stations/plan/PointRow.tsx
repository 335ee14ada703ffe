import type { Point } from '../../api/types';
import { choosePoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { usePhotos, useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { photoUrl } from '../../deck/photoUrl';
import { PlannedTime } from './PlannedTime';
import { texts } from '../../texts';

/** One point on the page: its words, its facts, its time, the photo it has become. */
export function PointRow({
  point,
  index,
  count,
  chosen,
  onRemove,
}: {
  point: Point;
  index: number;
  count: number;
  chosen: boolean;
  onRemove(): void;
}) {
  const slides = useSlides();
  const photos = usePhotos();
  const slideNumber = slides.findIndex((s) => s.pointId === point.id) + 1;
  const shown = slides[slideNumber - 1]?.items.flatMap((i) => i.photos)[0];
  const photo = photos[shown ?? point.shortlist[0] ?? ''];
  const references = point.facts.filter((f) => f.reference !== '').length;
  const move = (to: number) => void edit({ kind: 'move-point', pointId: point.id, to });
  return (
    <li
      aria-current={chosen ? 'true' : undefined}
      className={`group planned ${chosen ? 'bg-paper-deep/70' : ''}`}
      onFocus={() => !chosen && choosePoint(point.id)}
      onClick={() => !chosen && choosePoint(point.id)}
    >
      <span className="pt-0.5 pl-1 font-mono text-small text-ink-quiet">{index + 1}</span>
      <div className="min-w-0">
        <Field
          className="text-lead font-semibold"
          label={texts.plan.point(index + 1)}
          value={point.wording}
          onCommit={(wording) => wording !== '' && edit({ kind: 'edit-point', pointId: point.id, wording })}
        />
        {point.facts.length > 0 && (
          <p className="flex gap-2 text-ink-quiet">
            <span className="truncate">{point.facts[0]?.text}</span>
            {references > 0 && (
              <span className="shrink-0 border-b border-ink-quiet/50">
                {references === 1 ? texts.plan.n1Reference : texts.plan.references(references)}
              </span>
            )}
          </p>
        )}
      </div>
      <span className="planned-verbs">
        {index > 0 && (
          <Button kind="verb" onClick={() => move(index - 1)}>
            {texts.plan.up}
          </Button>
        )}
        {index < count - 1 && (
          <Button kind="verb" onClick={() => move(index + 1)}>
            {texts.plan.down}
          </Button>
        )}
        <Button kind="verb" onClick={onRemove}>
          {texts.plan.remove}
        </Button>
      </span>
      <PlannedTime
        label={texts.plan.timeForPoint(index + 1)}
        seconds={point.seconds}
        onCommit={(seconds) => edit({ kind: 'edit-point', pointId: point.id, seconds })}
      />
      {photo ? (
        <figure>
          <img alt="" src={photoUrl(photo, 160)} className="planned-photo" />
          <figcaption className="sr-only">
            {slideNumber > 0 ? texts.plan.slide(slideNumber) : texts.plan.kept}
          </figcaption>
        </figure>
      ) : (
        <span className="pt-0.5 text-right text-small text-marigold-ink">{texts.plan.noPhoto}</span>
      )}
    </li>
  );
}
