import type { LinesNode, PhotoNode, Scene } from '../api/types';
import { photoUrl } from './photoUrl';

interface Props {
  scene: Scene;
  /** Width on the screen in CSS pixels, for choosing the photo's rendition. */
  width: number;
  photoWidths: (id: string) => number;
  links?: boolean;
  className?: string;
  eager?: boolean;
}

const percent = (part: number, whole: number) => `${(part / whole) * 100}%`;

/** Paints a scene. It measures nothing and decides nothing; all numbers come with the scene. */
export function SceneView({ scene, width, photoWidths, links = false, className = '', eager = true }: Props) {
  const density = typeof devicePixelRatio === 'number' ? devicePixelRatio : 1;
  return (
    <div
      className={`relative overflow-hidden ${className}`}
      style={{ aspectRatio: `${scene.width} / ${scene.height}`, background: scene.background }}
    >
      {scene.nodes.map((node, i) =>
        node.kind === 'photo' ? (
          <PhotoLayer
            key={node.itemId ?? i}
            scene={scene}
            node={node}
            pixels={width * density}
            photoWidths={photoWidths}
            eager={eager}
          />
        ) : null,
      )}
      <svg
        viewBox={`0 0 ${scene.width} ${scene.height}`}
        className="absolute inset-0 h-full w-full"
        aria-hidden={!links}
      >
        {scene.nodes.map((node, i) => {
          if (node.kind === 'plate')
            return <rect key={i} {...node.rect} fill={node.colour} fillOpacity={node.opacity} />;
          return node.kind === 'lines' ? <Lines key={i} node={node} /> : null;
        })}
        {links &&
          scene.links.map((link, i) => (
            <a key={i} href={link.href} target="_blank" rel="noreferrer" aria-label={link.label}>
              <rect {...link.rect} fill="transparent" />
            </a>
          ))}
      </svg>
    </div>
  );
}

function PhotoLayer({
  scene,
  node,
  pixels,
  photoWidths,
  eager,
}: {
  scene: Scene;
  node: PhotoNode;
  pixels: number;
  photoWidths: (id: string) => number;
  eager: boolean;
}) {
  const { clip, image } = node;
  const tone = node.colours ? `tone-${node.colours[0]}` : undefined;
  const wanted = ((image.width * (node.enlarged ?? 1)) / scene.width) * pixels;
  return (
    <div
      className="absolute overflow-hidden"
      style={{
        left: percent(clip.x, scene.width),
        top: percent(clip.y, scene.height),
        width: percent(clip.width, scene.width),
        height: percent(clip.height, scene.height),
        ...shape(node),
      }}
    >
      {node.colours && (
        <svg className="absolute h-0 w-0" aria-hidden>
          <filter id={tone} colorInterpolationFilters="sRGB">
            <feColorMatrix values={matrix(node.colours)} />
          </filter>
        </svg>
      )}
      <div
        className="absolute inset-0"
        style={{
          transform: node.turn ? `rotate(${node.turn}deg) scale(${node.enlarged})` : undefined,
          filter: tone && `url(#${tone})`,
        }}
      >
        <img
          data-photo={node.photoId}
          src={photoUrl(node.photoId, photoWidths(node.photoId), wanted)}
          alt={node.alt}
          draggable={false}
          loading={eager ? 'eager' : 'lazy'}
          className="absolute max-w-none select-none"
          style={{
            left: percent(image.x - clip.x, clip.width),
            top: percent(image.y - clip.y, clip.height),
            width: percent(image.width, clip.width),
            height: percent(image.height, clip.height),
            transformOrigin: '0 0',
          }}
        />
      </div>
    </div>
  );
}

// Masks as CSS.
function shape({ clip, mask, radius = 0 }: PhotoNode) {
  switch (mask) {
    case 'ellipse':
      return { clipPath: 'ellipse(50% 50%)' };
    case 'rhomb':
      return { clipPath: 'polygon(50% 0, 100% 50%, 50% 100%, 0 50%)' };
    case 'rounded':
      return { borderRadius: `${percent(radius, clip.width)} / ${percent(radius, clip.height)}` };
    default:
      return {};
  }
}

// Three rows of four numbers as the five columns that feColorMatrix wants.
const matrix = (m: number[]) =>
  [0, 4, 8].map((r) => `${m[r]} ${m[r + 1]} ${m[r + 2]} 0 ${m[r + 3]}`).join(' ') + ' 0 0 0 1 0';

function Lines({ node }: { node: LinesNode }) {
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
