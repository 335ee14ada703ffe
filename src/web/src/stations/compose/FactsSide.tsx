import type { Scene } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { linesOf, photoOf } from '../../scene/nodes';

const grades = { sharp: 'Sharp', aLittleSoft: 'A little soft', soft: 'Soft' } as const;

const outside = {
  target: '_blank',
  rel: 'noreferrer',
  className: 'border-b border-quiet hover:text-verdigris',
} as const;

/** The quiet column about the photo: whose it is and what it asks first, numbers last. */
export function FactsSide({ scene }: { scene: Scene | undefined }) {
  const { deck, slide } = useOpenDeck();
  const ground = slide?.ground;
  const photo = ground ? deck.photos[ground.photoId] : undefined;
  const node = photoOf(scene);
  const lines = linesOf(scene);
  const credit = lines.find((n) => n.role === 'credit');
  const words = lines.find((n) => n.itemId !== null);
  if (!photo || !ground || !node)
    return (
      <aside aria-label="Facts" className="bg-panel px-4.5 py-5 text-quiet">
        {slide?.kind === 'credits' ? (
          <p>The credits write themselves from the photos&rsquo; records, in order of appearance.</p>
        ) : (
          <p>This slide has no photo yet. Choose one at the left; it goes under the words.</p>
        )}
      </aside>
    );
  const share = Math.round(ground.crop.width * ground.crop.height * 100);
  const done = [
    share < 100 && `Cropped to ${share} %`,
    (ground.mask ?? 'none') !== 'none' && 'cut to a shape',
    (ground.turn ?? 0) !== 0 && `turned by ${ground.turn}°`,
    ground.tone === 'grey' && 'in black and white',
    ground.tone === 'brown' && 'in brown tones',
    (ground.covers?.length ?? 0) > 0 && 'part hidden',
  ].filter(Boolean);
  return (
    <aside aria-label="Facts" className="overflow-auto bg-panel px-4.5 py-5">
      <h2 className="text-[17px] leading-snug font-semibold">{photo.title || 'No title'}</h2>
      <p className="mt-0.5">
        by{' '}
        {photo.makerUrl ? (
          <a href={photo.makerUrl} {...outside}>
            {photo.maker || 'unknown maker'}
          </a>
        ) : (
          photo.maker || 'unknown maker'
        )}
        {photo.sourceUrl && (
          <>
            {' · '}
            <a href={photo.sourceUrl} {...outside}>
              source
            </a>
          </>
        )}
      </p>
      <div className="mt-4 border-t border-line pt-3">
        <h3 className="font-semibold first-letter:uppercase">{photo.inWords}</h3>
        <p className="mt-0.5 text-[13.5px] text-[#cfcfcf]">
          {photo.licenceUrl ? (
            <a href={photo.licenceUrl} {...outside}>
              {photo.licenceName}
            </a>
          ) : (
            photo.licenceName || 'No licence was found.'
          )}
        </p>
        {slide.why && (
          <p
            className={`mt-1.5 ${slide.standing === 'blocked' ? 'text-madder-light' : slide.standing === 'toSettle' ? 'text-marigold' : 'text-quiet'}`}
          >
            {slide.why}
          </p>
        )}
        {credit && (
          <p className="mt-2.5 bg-deep px-2.5 py-2 font-mono text-[12.5px] leading-snug">
            {credit.lines.map((l) => l.text).join(' ')}
          </p>
        )}
      </div>
      <div className="mt-4 border-t border-line pt-3 text-[#cfcfcf]">
        <h3 className="text-quiet">Done to it</h3>
        <p className="mt-0.5">{done.length === 0 ? 'Nothing: it is shown whole.' : `${done.join(', ')}.`}</p>
      </div>
      <div className="mt-4 border-t border-line pt-3 text-[#cfcfcf]">
        <h3 className="text-quiet">In the room</h3>
        <p className={`mt-0.5 ${node.sharp === 'soft' ? 'text-marigold' : ''}`}>
          {grades[node.sharp]}: {node.sharpness.toFixed(2)} pixels for each shown.
        </p>
        <div className="relative mt-1.5 h-1 bg-line" aria-hidden>
          <div className="h-full bg-word" style={{ width: `${Math.min(100, node.sharpness * 50)}%` }} />
          <div className="absolute -top-1 left-1/2 h-3 w-px bg-word" />
        </div>
        {words && (
          <p className={`mt-2 ${words.reads ? '' : 'text-marigold'}`}>
            Words {words.reads ? 'stand out' : 'fade'}: {words.contrast.toFixed(1)} to 1.
          </p>
        )}
      </div>
      <dl className="mt-4 grid grid-cols-[2.4rem_1fr_2.4rem_1fr] border-t border-line pt-3 font-mono text-[12px] text-quiet">
        <dt>crop</dt>
        <dd>
          {ground.crop.x.toFixed(2)} {ground.crop.y.toFixed(2)}
        </dd>
        <dt>size</dt>
        <dd>
          {ground.crop.width.toFixed(2)} {ground.crop.height.toFixed(2)}
        </dd>
        <dt>file</dt>
        <dd className="col-span-3">
          {photo.width} x {photo.height}
        </dd>
      </dl>
    </aside>
  );
}
