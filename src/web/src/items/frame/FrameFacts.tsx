import { frameTexts } from './texts';
import { cx } from 'class-variance-authority';
import type { Item, Slide } from '../../api/types';
import { usePhoto, useScenes } from '../../deck/store';
import { TextLink } from '../../ui/TextLink';
import { ExactPlace } from '../ExactPlace';
import { frameOf } from './useFrame';

const grades = {
  sharp: frameTexts.sharpWhenProjected,
  aLittleSoft: frameTexts.aLittleBlurredWhenProjected,
  soft: frameTexts.willLookBlurredWhenProjected,
} as const;

/** The quiet column about a photo: whose it is and what it asks first, numbers last. */
export function FrameFacts({ slide, item }: { slide: Slide; item: Item }) {
  const frame = frameOf(item);
  const photo = usePhoto(frame?.photoId);
  const parts = useScenes(slide.id)[0]?.parts ?? [];
  const credit = parts.find((p) => p.role === 'credit');
  if (!frame || !photo) return null;
  return (
    <>
      <h2 className="text-lead leading-snug font-semibold">{photo.title || frameTexts.noTitle}</h2>
      <p className="mt-0.5">
        {frameTexts.by}
        {photo.makerUrl ? (
          <TextLink href={photo.makerUrl}>{photo.maker || frameTexts.unknownMaker}</TextLink>
        ) : (
          photo.maker || frameTexts.unknownMaker
        )}
        {photo.sourceUrl && (
          <>
            {' · '}
            <TextLink href={photo.sourceUrl}>{frameTexts.source}</TextLink>
          </>
        )}
      </p>
      <div className="mt-4 border-t border-line pt-3">
        <h3 className="font-semibold first-letter:uppercase">{photo.inWords}</h3>
        <p className="mt-0.5 text-small text-soft">
          {photo.licenceUrl ? (
            <TextLink href={photo.licenceUrl}>{photo.licenceName}</TextLink>
          ) : (
            photo.licenceName || frameTexts.noLicenceWasFound
          )}
        </p>
        {item.why && (
          <p
            className={cx(
              'mt-1.5',
              item.standing === 'blocked'
                ? 'text-madder-light'
                : item.standing === 'toSettle'
                  ? 'text-marigold'
                  : 'text-quiet',
            )}
          >
            {item.why}
          </p>
        )}
        {credit && <p className="mt-2.5 bg-deep px-2.5 py-2 font-mono text-note leading-snug">{credit.says}</p>}
      </div>
      <div className="mt-4 border-t border-line pt-3 text-soft">
        <h3 className="text-quiet">{frameTexts.doneToIt}</h3>
        <p className="mt-0.5">{item.done}</p>
      </div>
    </>
  );
}

/** How sharp a photo will be, where its frame stands, and how much of the file is shown. */
export function FrameNumbers({ slide, item }: { slide: Slide; item: Item }) {
  const frame = frameOf(item);
  const photo = usePhoto(frame?.photoId);
  const parts = useScenes(slide.id)[0]?.parts ?? [];
  const part = parts.find((p) => p.itemId === item.item.id);
  const words = parts.find((p) => p.itemId !== null && p.contrast !== null);
  if (!frame || !photo) return null;
  const { crop } = frame;
  return (
    <>
      <div className="mt-4 border-t border-line pt-3 text-soft">
        <h3 className="text-quiet">{frameTexts.inTheRoom}</h3>
        {part?.sharp && part.sharpness !== null && part.sharpness !== undefined && (
          <>
            <p className={`mt-0.5 ${part.sharp === 'soft' ? 'text-marigold' : ''}`}>
              {grades[part.sharp]}{' '}
              <span className="font-mono text-note text-quiet">
                {part.sharpness.toFixed(2)}
                {frameTexts.pxEach}
              </span>
            </p>
            <div className="relative mt-1.5 h-1 bg-line" aria-hidden>
              <div className="h-full bg-word" style={{ width: `${Math.min(100, part.sharpness * 50)}%` }} />
              <div className="absolute -top-1 left-1/2 h-3 w-px bg-word" />
            </div>
          </>
        )}
        {words && (
          <p className={`mt-2 ${words.reads ? '' : 'text-marigold'}`}>
            {frameTexts.words}
            {words.reads ? frameTexts.standOut : frameTexts.fade}{' '}
            <span className="font-mono text-note text-quiet">
              {words.contrast?.toFixed(1)}
              {frameTexts.to1}
            </span>
          </p>
        )}
      </div>
      {!item.item.at.isGround && <ExactPlace slide={slide} item={item} rect={item.item.at.rect} />}
      <dl className="mt-4 grid grid-cols-[3.4rem_1fr] border-t border-line pt-3 font-mono text-note text-quiet">
        <dt>{frameTexts.shown}</dt>
        <dd>
          {Math.round(100 * crop.width * crop.height)}
          {frameTexts.ofIt}
        </dd>
        {photo.clip && (
          <>
            <dt>{frameTexts.lasts}</dt>
            <dd>{frameTexts.seconds(Math.round(photo.clip.seconds * 10) / 10)}</dd>
          </>
        )}
        <dt>{frameTexts.file}</dt>
        <dd>
          {photo.width}
          {frameTexts.xPx(photo.height)}
        </dd>
      </dl>
    </>
  );
}
