import type { Point } from '../../api/types';
import { choosePoint } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { photoUrl } from '../../deck/photoUrl';
import { useHeader, usePhotos, useSlides } from '../../deck/store';
import { Button } from '../../ui/Button';
import { PlannedTime } from './PlannedTime';
import { texts } from '../../texts';

/** The opening of the talk: its title, who gives it, its time, and a photo of its own. */
export function OpeningRow({ opening, chosen }: { opening: Point; chosen: boolean }) {
  const { title, speaker } = useHeader();
  const slides = useSlides();
  const photos = usePhotos();
  const slide = slides.find((s) => s.kind === 'title');
  const photo = photos[slide?.items.flatMap((i) => i.photos)[0] ?? opening.shortlist[0] ?? ''];
  return (
    <li
      aria-label={texts.plan.opening}
      aria-current={chosen ? 'true' : undefined}
      className={`group planned ${chosen ? 'bg-paper-deep/70' : ''}`}
      onClick={() => !chosen && choosePoint(opening.id)}
    >
      <span />
      <div className="min-w-0">
        <p className="truncate text-lead font-semibold">{title}</p>
        <p className="text-ink-quiet">
          {texts.plan.theOpening}
          {speaker ? texts.plan.with(speaker) : texts.plan.yourNameStandsInThe}
        </p>
      </div>
      <span className="planned-verbs">
        <Button
          kind="verb"
          onClick={() => {
            choosePoint(opening.id);
            goTo('gather');
          }}
        >
          {photo ? texts.plan.anotherPhoto : texts.plan.giveItAPhoto}
        </Button>
      </span>
      {slide ? (
        <PlannedTime
          label={texts.plan.timeForTheOpening}
          seconds={slide.seconds}
          onCommit={(seconds) => edit({ kind: 'set-seconds', slideId: slide.id, seconds })}
        />
      ) : (
        <span />
      )}
      {photo ? (
        <img alt={photo.title} src={photoUrl(photo, 160)} className="planned-photo" />
      ) : (
        <span className="pt-0.5 text-right text-small text-ink-quiet">{texts.plan.wordsOnly}</span>
      )}
    </li>
  );
}
