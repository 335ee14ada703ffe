import type { GuideLines, Item, SlideRect, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import type { Moved, StageTool } from '../../items/tool';
import { snapped, allEdges, type SnapHit } from './snap';

/** What the tool may move: everything that is painted of what is chosen. */
export interface MoveSurface {
  painted(): SVGElement[];
  /** Lines that were caught, drawn over the slide. */
  lines?(lines: SnapHit[]): void;
  /** What stays with it by lines; they follow. */
  along?: { moved(x: number, y: number): void; back(): void; end(): void };
  /** Slide units for each pixel of the screen. */
  perPixel?(): number;
}

/** Moves items over their slide, whatever their kind: the first leads and catches, the others come along. */
export class MoveTool implements StageTool {
  private by = { x: 0, y: 0 };
  private from = { x: 0, y: 0 };

  constructor(
    readonly slide: Slide,
    readonly item: Item,
    /** Where it is painted: words that look for their place are not where their room is. */
    private readonly box: SlideRect,
    private readonly surface: MoveSurface,
    private readonly guides?: GuideLines,
    /** Others that are moved with it. */
    private readonly also: string[] = [],
  ) {}

  begin() {
    this.from = this.by;
  }

  move({ dx, dy, free }: Moved) {
    const to = { ...this.box, x: this.box.x + this.from.x + dx, y: this.box.y + this.from.y + dy };
    const near = (this.guides?.tolerance ?? 0) * (this.surface.perPixel?.() ?? 1);
    const at = free ? { rect: to, lines: [] } : snapped(to, allEdges, this.guides, near);
    this.by = { x: at.rect.x - this.box.x, y: at.rect.y - this.box.y };
    this.surface.lines?.(at.lines);
    this.paint();
  }

  nudge(dx: number, dy: number) {
    this.by = { x: this.by.x + dx, y: this.by.y + dy };
    this.paint();
  }

  async end() {
    this.surface.lines?.([]);
    const { x, y } = this.by;
    if (x === 0 && y === 0) return;
    this.surface.along?.end();
    const { rect } = this.item.item.at;
    // By how far, so that what others do to it meanwhile stays; words that looked for their place are put where they
    // were
    // painted.
    const done = await edit(
      this.also.length > 0 || this.item.item.kind !== 'words'
        ? {
            kind: 'move-items',
            slideId: this.slide.id,
            itemIds: [this.item.item.id, ...this.also],
            across: x,
            down: y,
          }
        : {
            kind: 'place-item',
            slideId: this.slide.id,
            itemId: this.item.item.id,
            rect: { ...rect, x: this.box.x + x, y: this.box.y + y },
            turn: null,
          },
    );
    if (!done) this.cancel();
  }

  cancel() {
    this.surface.lines?.([]);
    this.by = { x: 0, y: 0 };
    this.paint();
  }

  private paint() {
    if (this.by.x || this.by.y) this.surface.along?.moved(this.by.x, this.by.y);
    else this.surface.along?.back();
    for (const painted of this.surface.painted())
      painted.style.transform = this.by.x || this.by.y ? `translate(${this.by.x}px, ${this.by.y}px)` : '';
  }
}
