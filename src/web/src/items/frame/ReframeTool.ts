import type { Guides, Item, Slide } from '../../api/types';
import type { Moved, StageTool } from '../tool';
import { useReframing } from './useReframing';
import { Reframing, type Placed } from './Reframing';
import { editFrame, frameOf } from './useFrame';

/** What a tool may draw on: the painted photo, and lines over the slide. */
export interface ReframeSurface {
  pictures(): SVGElement[];
  lines(lines: { axis: string; line: number }[]): void;
}

/**
 * Moves and scales a photo inside its frame. While the hand moves only the picture's transform changes; at the end
 * one edit goes out.
 */
export class ReframeTool implements StageTool {
  private work: Reframing | null = null;
  private from: Omit<Placed, 'caught'> = { x: 0, y: 0, scale: 1 };

  constructor(
    readonly slide: Slide,
    readonly item: Item,
    readonly guides: Guides,
    private readonly surface: ReframeSurface,
  ) {}

  private begun() {
    return (this.work ??= new Reframing(this.guides));
  }

  // A straightened photo moves in its own, turned and enlarged, measure; lines of the slide mean nothing to it.
  private along(dx: number, dy: number): [number, number] {
    const angle = (this.turn * Math.PI) / 180;
    const per = this.guides.enlarged;
    return [(dx * Math.cos(angle) + dy * Math.sin(angle)) / per, (dy * Math.cos(angle) - dx * Math.sin(angle)) / per];
  }

  private get turn() {
    return frameOf(this.item)?.straighten ?? 0;
  }

  begin() {
    this.from = this.begun().now();
  }

  move({ dx, dy, free }: Moved) {
    this.paint(this.begun().moveTo(...this.along(dx, dy), this.from, free || this.turn !== 0));
  }

  nudge(dx: number, dy: number) {
    const w = this.begun();
    this.paint(w.moveTo(dx, dy, w.now(), true));
  }

  scaleBy(factor: number, about: { x: number; y: number }) {
    this.paint(this.begun().scaleBy(factor, about));
  }

  scaleTo(scale: number) {
    const { frame } = this.guides;
    const middle = { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 };
    this.scaleBy(scale / this.begun().now().scale, middle);
  }

  async end() {
    if (!this.work) return;
    if (!(await editFrame(this.slide, this.item, { crop: this.work.crop() }))) this.cancel();
  }

  cancel() {
    this.work = null;
    for (const picture of this.surface.pictures()) picture.style.transform = '';
    this.surface.lines([]);
    useReframing.setState({ scale: 1 });
  }

  private paint(p: Placed) {
    const { image } = this.guides;
    const [x, y] = [p.x - image.x * p.scale, p.y - image.y * p.scale];
    for (const picture of this.surface.pictures())
      picture.style.transform = `translate(${x}px, ${y}px) scale(${p.scale})`;
    this.surface.lines(p.caught);
    useReframing.setState({ scale: p.scale });
  }
}
