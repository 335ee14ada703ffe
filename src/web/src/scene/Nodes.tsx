import { useState } from 'react';
import type { GroupNode, MediaNode, PathNode, PhotoNode, SceneNode, TextNode } from '../api/types';
import { photoUrl } from '../deck/photoUrl';
import { usePhoto } from '../deck/store';

interface Painting {
  /** Unique to the drawing; names of clips and filters are made from it. */
  id: string;
  /** Pixels of the screen for each slide unit. */
  pixels: number;
  near: boolean;
}

/** Nodes from bottom to top. */
export function Nodes({ nodes, id, ...painting }: Painting & { nodes: SceneNode[] }) {
  return nodes.map((node, i) => <Node key={keyOf(node, i)} node={node} id={`${id}-${i}`} {...painting} />);
}

const keyOf = (node: SceneNode, i: number) => (node.kind === 'group' && node.itemId ? node.itemId : i);

function Node({ node, ...painting }: Painting & { node: SceneNode }) {
  switch (node.kind) {
    case 'photo':
      return <Photo node={node} {...painting} />;
    case 'path':
      return <Outline node={node} id={painting.id} />;
    case 'text':
      return <Text node={node} />;
    case 'group':
      return <Group node={node} {...painting} />;
    case 'media':
      return <Media node={node} {...painting} />;
    default:
      throw new Error(`There is no painter for ${JSON.stringify(node satisfies never)}.`);
  }
}

function Group({ node, id, pixels, near }: Painting & { node: GroupNode }) {
  const { turn = 0, scale = 1, about } = node;
  const x = about?.x ?? 0;
  const y = about?.y ?? 0;
  const moved =
    turn !== 0 || scale !== 1
      ? `translate(${x} ${y}) rotate(${turn}) scale(${scale}) translate(${-x} ${-y})`
      : undefined;
  const inside = (
    <g transform={moved}>
      <Nodes nodes={node.nodes} id={id} pixels={pixels * scale} near={near} />
    </g>
  );
  return (
    <g data-item={node.itemId ?? undefined} opacity={node.opacity === 1 ? undefined : node.opacity}>
      {node.clip ? (
        <>
          <clipPath id={`${id}-clip`}>
            <path d={node.clip} />
          </clipPath>
          <g clipPath={`url(#${id}-clip)`}>{inside}</g>
        </>
      ) : (
        inside
      )}
    </g>
  );
}

// Three rows of four numbers as the five columns that feColorMatrix wants.
const matrix = (m: number[]) =>
  [0, 4, 8].map((r) => `${m[r]} ${m[r + 1]} ${m[r + 2]} 0 ${m[r + 3]}`).join(' ') + ' 0 0 0 1 0';

function Photo({ node, id, pixels, near }: Painting & { node: PhotoNode }) {
  const photo = usePhoto(node.photoId);
  const [there, setThere] = useState('');
  const url = photo ? photoUrl(photo, node.image.width * pixels) : undefined;
  const place = { ...node.image, preserveAspectRatio: 'none' };
  return (
    <>
      {node.colours && (
        <filter id={`${id}-tone`} colorInterpolationFilters="sRGB">
          <feColorMatrix values={matrix(node.colours)} />
        </filter>
      )}
      <g filter={node.colours ? `url(#${id}-tone)` : undefined}>
        {photo?.preview && there === '' && <image href={photo.preview} {...place} aria-hidden />}
        {near && url && (
          <image
            href={url}
            {...place}
            data-photo={node.photoId}
            data-there={there === url || undefined}
            role="img"
            aria-label={node.alt}
            onLoad={() => setThere(url)}
          />
        )}
      </g>
    </>
  );
}

function Outline({ node, id }: { node: PathNode; id: string }) {
  const g = node.gradient;
  return (
    <>
      {g && (
        <linearGradient
          id={`${id}-gradient`}
          gradientUnits="userSpaceOnUse"
          x1={g.from.x}
          y1={g.from.y}
          x2={g.to.x}
          y2={g.to.y}
        >
          {g.stops.map((s, i) => (
            <stop key={i} offset={s.offset} stopColor={s.colour} stopOpacity={s.opacity} />
          ))}
        </linearGradient>
      )}
      <path
        d={node.path}
        fill={g ? `url(#${id}-gradient)` : (node.fill ?? 'none')}
        fillOpacity={node.fillOpacity}
        fillRule="evenodd"
        stroke={node.stroke ?? undefined}
        strokeWidth={node.strokeWidth}
      />
    </>
  );
}

function Text({ node }: { node: TextNode }) {
  return (
    <g
      fontFamily={`'${node.face}'`}
      fontSize={node.size}
      fill={node.ink}
      style={{ textRendering: 'geometricPrecision', fontVariantLigatures: 'none' }}
    >
      {node.lines.map((line, i) => (
        <text key={i} x={line.x} y={line.baseline} style={{ whiteSpace: 'pre' }}>
          {line.text}
        </text>
      ))}
    </g>
  );
}

function Media({ node, ...painting }: Painting & { node: MediaNode }) {
  return (
    <>
      <rect {...node.rect} fill="#1F1F1F" />
      {node.posterId && (
        <Photo
          node={{ kind: 'photo', photoId: node.posterId, image: node.rect, alt: node.alt, colours: null }}
          {...painting}
        />
      )}
    </>
  );
}
