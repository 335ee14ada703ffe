import { useContext, useState } from 'react';
import type { Gradient, GroupNode, PathNode, PhotoNode, SceneNode, TextNode } from '../api/types';
import { photoUrl } from '../deck/photoUrl';
import { PlayingContext } from './playing';
import { quoted } from './quoted';
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
      return <Text node={node} id={painting.id} />;
    case 'group':
      return <Group node={node} {...painting} />;
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
  const soft = node.soft ?? 0;
  return (
    <g
      data-item={node.itemId ?? undefined}
      opacity={node.opacity === 1 ? undefined : node.opacity}
      mask={node.clip && soft > 0 ? `url(#${id}-melt)` : undefined}
    >
      {node.clip && soft > 0 && <Melt id={id} clip={node.clip} soft={soft} />}
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

/** The opacity of a soft edge: the outline filled, its rim taken away, blurred. */
function Melt({ id, clip, soft }: { id: string; clip: string; soft: number }) {
  const { x, y, width, height } = boundsOf(clip);
  const all = { x: x - soft, y: y - soft, width: width + 2 * soft, height: height + 2 * soft };
  return (
    <>
      <filter id={`${id}-melting`} filterUnits="userSpaceOnUse" {...all} colorInterpolationFilters="sRGB">
        <feGaussianBlur stdDeviation={soft / 4} />
      </filter>
      <mask id={`${id}-melt`} maskUnits="userSpaceOnUse" {...all}>
        <g filter={`url(#${id}-melting)`}>
          <path d={clip} fill="#fff" stroke="#000" strokeWidth={soft} />
        </g>
      </mask>
    </>
  );
}

const nowhere = { x: 0, y: 0, width: 0, height: 0 };

/** The upright rectangle round a path of absolute lines and curves, its control points included. */
export function boundsOf(path: string) {
  const n = (path.match(/-?[\d.]+(?:e-?\d+)?/gi) ?? []).map(Number);
  const xs = n.filter((_, i) => i % 2 === 0);
  const ys = n.filter((_, i) => i % 2 === 1);
  const x = Math.min(...xs);
  const y = Math.min(...ys);
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

// Three rows of four numbers as the five columns that feColorMatrix wants.
const matrix = (m: number[]) =>
  [0, 4, 8].map((r) => `${m[r]} ${m[r + 1]} ${m[r + 2]} 0 ${m[r + 3]}`).join(' ') + ' 0 0 0 1 0';

/** The colours of a tone, for what refers to it by its name. */
export const ToneFilter = ({ id, colours }: { id: string; colours: number[] }) => (
  <filter id={id} colorInterpolationFilters="sRGB">
    <feColorMatrix values={matrix(colours)} />
  </filter>
);

function Photo({ node, id, pixels, near }: Painting & { node: PhotoNode }) {
  const photo = usePhoto(node.photoId);
  const [there, setThere] = useState('');
  const playing = useContext(PlayingContext);
  const url = photo ? photoUrl(photo, node.image.width * pixels, node.treatment) : undefined;
  // A tiny preview would show for a moment what is hidden.
  const preview = node.treatment ? '' : photo?.preview;
  const place = { ...node.image, preserveAspectRatio: 'none' };
  return (
    <>
      {node.colours && <ToneFilter id={`${id}-tone`} colours={node.colours} />}
      <g filter={node.colours ? `url(#${id}-tone)` : undefined}>
        {preview && there === '' && <image href={preview} {...place} aria-hidden />}
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
        {node.plays && playing?.(node)}
      </g>
    </>
  );
}

function Outline({ node, id }: { node: PathNode; id: string }) {
  const g = node.gradient;
  const blur = node.blur ?? 0;
  const { x, y, width, height } = blur > 0 ? boundsOf(node.path) : nowhere;
  const reach = 3 * blur;
  return (
    <>
      {blur > 0 && (
        <filter
          id={`${id}-blur`}
          filterUnits="userSpaceOnUse"
          x={x - reach}
          y={y - reach}
          width={width + 2 * reach}
          height={height + 2 * reach}
          colorInterpolationFilters="sRGB"
        >
          <feGaussianBlur stdDeviation={blur} />
        </filter>
      )}
      {g && <GradientOf id={`${id}-gradient`} gradient={g} />}
      <path
        d={node.path}
        fill={g ? `url(#${id}-gradient)` : (node.fill ?? 'none')}
        fillOpacity={node.fillOpacity}
        fillRule="evenodd"
        stroke={node.stroke ?? undefined}
        strokeWidth={node.strokeWidth}
        filter={blur > 0 ? `url(#${id}-blur)` : undefined}
      />
    </>
  );
}

// As the server shaped it: nothing of the interface's own setting of words, such as its figures of one width, comes in.
const drawn = {
  textRendering: 'geometricPrecision',
  fontVariantLigatures: 'none',
  fontVariantNumeric: 'normal',
  fontFeatureSettings: 'normal',
  letterSpacing: 'normal',
} as const;

function Text({ node, id }: { node: TextNode; id: string }) {
  const { spacing = 0, inkOpacity = 1, gradient, stroke, strokeWidth = 0, blur = 0, isRightToLeft = false } = node;
  // Where nothing fills the letters their line lies outside of them alone.
  const hollow = inkOpacity === 0 && strokeWidth > 0;
  const lines = node.lines.map((line, i) => {
    const turn = line.turn ?? 0;
    // What is written from right to left begins at its right end.
    const right = isRightToLeft ? line.width : 0;
    if (turn === 0)
      return (
        <text key={i} x={line.x + right} y={line.baseline} style={{ whiteSpace: 'pre' }}>
          {line.text}
        </text>
      );
    return (
      <g key={i}>
        {gradient && (
          <GradientOf
            id={`${id}-gradient-${i}`}
            gradient={gradient}
            // It lies on the slide, not in the turned letter.
            transform={`rotate(${-turn}) translate(${-line.x} ${-line.baseline})`}
          />
        )}
        <text
          x={right}
          y={0}
          transform={`translate(${line.x} ${line.baseline}) rotate(${turn})`}
          fill={gradient ? `url(#${id}-gradient-${i})` : undefined}
          style={{ whiteSpace: 'pre' }}
        >
          {line.text}
        </text>
      </g>
    );
  });
  return (
    <g
      mask={hollow ? `url(#${id}-hollow)` : undefined}
      fontFamily={quoted(node.face)}
      fontSize={node.size}
      fill={gradient ? `url(#${id}-gradient)` : node.ink}
      fillOpacity={inkOpacity === 1 ? undefined : inkOpacity}
      stroke={strokeWidth > 0 ? (stroke ?? undefined) : undefined}
      strokeWidth={strokeWidth > 0 ? strokeWidth : undefined}
      strokeLinejoin={strokeWidth > 0 ? 'round' : undefined}
      filter={blur > 0 ? `url(#${id}-blur)` : undefined}
      style={{
        ...drawn,
        ...(spacing !== 0 && { letterSpacing: `${spacing}px` }),
        ...(strokeWidth > 0 && { paintOrder: 'stroke' }),
        ...(isRightToLeft && { direction: 'rtl', unicodeBidi: 'bidi-override' }),
      }}
    >
      {gradient && <GradientOf id={`${id}-gradient`} gradient={gradient} />}
      {hollow && (
        <mask id={`${id}-hollow`} {...area(node, strokeWidth)} maskUnits="userSpaceOnUse">
          <rect {...area(node, strokeWidth)} fill="#FFFFFF" fillOpacity={1} stroke="none" />
          <g fill="#000000" fillOpacity={1} stroke="none">
            {lines}
          </g>
        </mask>
      )}
      {blur > 0 && (
        <filter id={`${id}-blur`} {...around(node, 3 * blur)} colorInterpolationFilters="sRGB">
          <feGaussianBlur stdDeviation={blur} />
        </filter>
      )}
      {lines}
    </g>
  );
}

/** The room that words and what spreads from them take. */
const around = (node: TextNode, reach: number) => ({ filterUnits: 'userSpaceOnUse' as const, ...area(node, reach) });

function area({ lines, size }: TextNode, reach: number) {
  const x = Math.min(...lines.map((l) => l.x)) - size - reach;
  const y = Math.min(...lines.map((l) => l.baseline)) - 1.5 * size - reach;
  return {
    x,
    y,
    width: Math.max(...lines.map((l) => l.x + l.width)) + size + reach - x,
    height: Math.max(...lines.map((l) => l.baseline)) + size + reach - y,
  };
}

function GradientOf({ id, gradient: g, transform = '' }: { id: string; gradient: Gradient; transform?: string }) {
  const stops = g.stops.map((s, i) => <stop key={i} offset={s.offset} stopColor={s.colour} stopOpacity={s.opacity} />);
  if (g.down == null)
    return (
      <linearGradient
        id={id}
        gradientUnits="userSpaceOnUse"
        x1={g.from.x}
        y1={g.from.y}
        x2={g.to.x}
        y2={g.to.y}
        gradientTransform={transform || undefined}
      >
        {stops}
      </linearGradient>
    );
  const { x, y } = g.from;
  const across = g.to.x - x;
  return (
    <radialGradient
      id={id}
      gradientUnits="userSpaceOnUse"
      cx={x}
      cy={y}
      r={across}
      gradientTransform={`${transform} translate(0 ${y}) scale(1 ${g.down / across}) translate(0 ${-y})`}
    >
      {stops}
    </radialGradient>
  );
}
