import { useId, useRef } from 'react';
import type { Scene } from '../api/types';
import { useNearViewport } from '../ui/useNearViewport';
import { Nodes } from './Nodes';
import { inWords } from './photos';

interface Props {
  scene: Scene;
  /** Width on the screen in CSS pixels, for choosing the photos' renditions. */
  width: number;
  /** Places that lead somewhere: by all means, or by the mouse alone where the same links stand beside. */
  links?: boolean | 'mouse';
  /** What is done where a link leads to another slide. */
  onSlide?(slideId: string): void;
  className?: string;
  /** Photos come only when the scene is near the window. */
  lazy?: boolean;
  /** Fills its box, cut at the edges, instead of standing in it whole. */
  fill?: boolean;
  /** It says nothing of itself: what is around it does. */
  silent?: boolean;
}

/** The slide that a link leads to; null where it leads to an address. */
const slideOf = (href: string) => (href.startsWith('slide:') ? href.slice('slide:'.length) : null);

/**
 * Paints a scene: one drawing, its nodes strictly in their order. It measures nothing and decides nothing; all
 * numbers come with the scene.
 */
export function SceneView({
  scene,
  width,
  links,
  className = '',
  lazy = false,
  fill = false,
  silent = false,
  onSlide,
}: Props) {
  const id = useId();
  const box = useRef<SVGSVGElement>(null);
  const near = useNearViewport(box, lazy);
  const density = typeof devicePixelRatio === 'number' ? devicePixelRatio : 1;
  return (
    <svg
      ref={box}
      viewBox={`0 0 ${scene.width} ${scene.height}`}
      preserveAspectRatio={fill ? 'xMidYMid slice' : undefined}
      className={`block overflow-hidden ${className}`}
      style={fill ? undefined : { aspectRatio: `${scene.width} / ${scene.height}` }}
      aria-hidden={silent || undefined}
      role={silent || links === true ? undefined : 'img'}
      aria-label={silent || links === true ? undefined : inWords(scene)}
    >
      <rect width={scene.width} height={scene.height} fill={scene.background} />
      <Nodes nodes={scene.nodes} id={id} pixels={(width * density) / scene.width} near={near} />
      {links === true && <LinkPlaces scene={scene} onSlide={onSlide} />}
      {links === 'mouse' &&
        scene.links.map((link, i) => (
          <rect
            key={i}
            {...link.rect}
            fill="transparent"
            className="cursor-pointer"
            onClick={() => {
              const slide = slideOf(link.href);
              if (slide) onSlide?.(slide);
              else open(link.href, '_blank', 'noreferrer');
            }}
          />
        ))}
    </svg>
  );
}

function LinkPlaces({ scene, onSlide }: Pick<Props, 'scene' | 'onSlide'>) {
  return scene.links.map((link, i) => {
    const slide = slideOf(link.href);
    return (
      <a
        key={i}
        {...(slide ? { href: `#${slide}` } : { href: link.href, target: '_blank', rel: 'noreferrer' })}
        aria-label={link.label}
        onClick={(e) => {
          if (!slide) return;
          e.preventDefault();
          onSlide?.(slide);
        }}
      >
        <rect {...link.rect} fill="transparent" className="pointer-events-auto" />
      </a>
    );
  });
}

/** Where a scene leads, over whatever it is painted by. */
export function Links({ scene, onSlide, className = '' }: Pick<Props, 'scene' | 'onSlide' | 'className'>) {
  return (
    <svg viewBox={`0 0 ${scene.width} ${scene.height}`} className={`pointer-events-none h-full w-full ${className}`}>
      <LinkPlaces scene={scene} onSlide={onSlide} />
    </svg>
  );
}
