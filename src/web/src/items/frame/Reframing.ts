import type { CropWindow, Guides } from '../../api/types';

type Snap = Guides['snaps'][number];

export interface Placed {
  x: number;
  y: number;
  scale: number;
  caught: Snap[];
}

const clamp = (v: number, least: number, most: number) => Math.min(Math.max(v, least), most);

/**
 * A photo being moved or scaled inside its frame. All limits and lines came from the server before the hand moved;
 * here numbers are only compared. Units are slide units.
 */
export class Reframing {
  private x: number;
  private y: number;
  private scale = 1;

  constructor(readonly guides: Guides) {
    this.x = guides.image.x;
    this.y = guides.image.y;
  }

  /** Moves from where the hand took hold; catches on lines unless free is asked. */
  moveTo(dx: number, dy: number, from: { x: number; y: number }, free = false): Placed {
    this.x = from.x + dx;
    this.y = from.y + dy;
    this.limit();
    const caught: Snap[] = [];
    if (!free && this.scale === 1) {
      this.x = this.catch('x', this.x, caught);
      this.y = this.catch('y', this.y, caught);
    }
    return { ...this.now(), caught };
  }

  /** Scales by a factor about a point of the slide. */
  scaleBy(factor: number, about: { x: number; y: number }): Placed {
    const next = clamp(this.scale * factor, this.guides.minScale, this.guides.maxScale);
    const ratio = next / this.scale;
    this.x = about.x + (this.x - about.x) * ratio;
    this.y = about.y + (this.y - about.y) * ratio;
    this.scale = next;
    this.limit();
    return { ...this.now(), caught: [] };
  }

  now(): Omit<Placed, 'caught'> {
    return { x: this.x, y: this.y, scale: this.scale };
  }

  /** What of the photo the frame shows now. */
  crop(): CropWindow {
    const { frame, image } = this.guides;
    const w = image.width * this.scale;
    const h = image.height * this.scale;
    return { x: (frame.x - this.x) / w, y: (frame.y - this.y) / h, width: frame.width / w, height: frame.height / h };
  }

  private limit() {
    for (const { axis, isLeast, at, perScale } of this.guides.bounds) {
      const bound = at + perScale * this.scale;
      if (axis === 'x') this.x = isLeast ? Math.max(this.x, bound) : Math.min(this.x, bound);
      else this.y = isLeast ? Math.max(this.y, bound) : Math.min(this.y, bound);
    }
  }

  private catch(axis: string, value: number, caught: Snap[]): number {
    let best: Snap | undefined;
    for (const s of this.guides.snaps)
      if (
        s.axis === axis &&
        Math.abs(s.value - value) <= this.guides.tolerance &&
        (!best || Math.abs(s.value - value) < Math.abs(best.value - value))
      )
        best = s;
    if (!best) return value;
    caught.push(best);
    return best.value;
  }
}
