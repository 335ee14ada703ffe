import { useId } from 'react';
import type { Guides, Item } from '../../api/types';
import { photoUrl } from '../../deck/photoUrl';
import { usePhoto } from '../../deck/store';
import { frameOf } from '../../items/frame/useFrame';
import { middleOf } from './snap';

interface Props {
  item: Item;
  guides: Guides;
  width: number;
  height: number;
  perPixel: number;
}

/** While a photo is reframed: the rest of it dimmed round its frame, the thirds of the frame, what stays in view. */
export function ReframeOverlay({ item, guides, width, height, perPixel }: Props) {
  const id = useId();
  const frame = frameOf(item);
  const photo = usePhoto(frame?.photoId);
  if (!frame || !photo) return null;
  const { image, frame: r } = guides;
  const middle = middleOf(r);
  const straight = frame.straighten ?? 0;
  const inside = [
    `rotate(${straight} ${middle.x} ${middle.y})`,
    `translate(${middle.x} ${middle.y})`,
    `scale(${guides.enlarged})`,
    `translate(${-middle.x} ${-middle.y})`,
  ].join(' ');
  const far = 20000;
  const corner = 18 * perPixel;
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      className="pointer-events-none absolute inset-0 h-full w-full overflow-visible fill-none"
      aria-hidden
    >
      <g transform={`rotate(${frame.at.turn ?? 0} ${middle.x} ${middle.y})`}>
        <clipPath id={id}>
          <path
            clipRule="evenodd"
            d={`M${-far} ${-far}H${far}V${far}H${-far}ZM${r.x} ${r.y}H${r.x + r.width}V${r.y + r.height}H${r.x}Z`}
          />
        </clipPath>
        <g clipPath={`url(#${id})`}>
          <g transform={inside}>
            <image data-beyond href={photoUrl(photo, 960)} {...image} preserveAspectRatio="none" opacity={0.32} />
          </g>
        </g>
        <path
          className="stroke-white/45"
          strokeWidth={perPixel}
          d={[1, 2]
            .map((n) => `M${r.x + (n * r.width) / 3} ${r.y}v${r.height}M${r.x} ${r.y + (n * r.height) / 3}h${r.width}`)
            .join('')}
        />
        <rect {...r} className="stroke-verdigris" strokeWidth={1.5 * perPixel} />
        <g transform={inside}>
          {(frame.keepInView ?? []).map((m, i) => {
            const x = image.x + m.x * image.width;
            const y = image.y + m.y * image.height;
            const right = x + m.width * image.width;
            const bottom = y + m.height * image.height;
            return (
              <path
                key={i}
                data-beyond
                data-mark
                className="stroke-marigold"
                strokeWidth={2.5 * perPixel}
                d={[
                  `M${x} ${y + corner}V${y}H${x + corner}`,
                  `M${right - corner} ${y}H${right}V${y + corner}`,
                  `M${right} ${bottom - corner}V${bottom}H${right - corner}`,
                  `M${x + corner} ${bottom}H${x}V${bottom - corner}`,
                ].join('')}
              />
            );
          })}
        </g>
      </g>
    </svg>
  );
}
