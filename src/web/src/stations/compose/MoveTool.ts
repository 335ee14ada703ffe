import type { Item, SlideRect, Slide } from '../../api/types';
import { edit } from '../../deck/edit';
import type { Moved, StageTool } from '../../items/tool';

/** What the tool may move: everything that is painted of the item. */
export interface MoveSurface {
  painted(): SVGElement | null;
}

/** Moves an item over its slide, whatever its kind. */
export class MoveTool implements StageTool {
  private by = { x: 0, y: 0 };
  private from = { x: 0, y: 0 };

  constructor(
    readonly slide: Slide,
    readonly item: Item,
    /** Where it is painted: words that look for their place are not where their room is. */
    private readonly box: SlideRect,
    private readonly surface: MoveSurface,
  ) {}

  begin() {
    this.from = this.by;
  }

  move({ dx, dy }: Moved) {
    this.by = { x: this.from.x + dx, y: this.from.y + dy };
    this.paint();
  }

  nudge(dx: number, dy: number) {
    this.by = { x: this.by.x + dx, y: this.by.y + dy };
    this.paint();
  }

  async end() {
    const { x, y } = this.by;
    if (x === 0 && y === 0) return;
    const { rect } = this.item.item.at;
    const done = await edit({
      kind: 'place-item',
      slideId: this.slide.id,
      itemId: this.item.item.id,
      rect: { ...rect, x: this.box.x + x, y: this.box.y + y },
      turn: null,
    });
    if (!done) this.cancel();
  }

  cancel() {
    this.by = { x: 0, y: 0 };
    this.paint();
  }

  private paint() {
    const painted = this.surface.painted();
    if (painted) painted.style.transform = this.by.x || this.by.y ? `translate(${this.by.x}px, ${this.by.y}px)` : '';
  }
}
