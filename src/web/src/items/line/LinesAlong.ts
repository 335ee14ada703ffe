import { api, unwrap } from '../../api/client';
import type { Slide } from '../../api/types';

/**
 * Lines that stay with what a hand moves. Their ways are asked for while it moves, one question at a time and always
 * for the newest place, so that no movement of the hand waits.
 */
export class LinesAlong {
  private wanted: { x: number; y: number } | null = null;
  private asking = false;
  // Answers to what was asked before belong to nothing any more.
  private turn = 0;
  private readonly before = new Map<SVGPathElement, string>();
  private readonly any: boolean;

  constructor(
    private readonly deckId: string,
    private readonly slide: Slide,
    private readonly ids: string[],
    private readonly painted: (id: string) => SVGElement | null,
  ) {
    const moves = (id: string | null | undefined) => id != null && ids.includes(id);
    this.any = slide.items.some(
      ({ item }) => item.kind === 'line' && (moves(item.from.itemId) || moves(item.to.itemId)),
    );
  }

  /** What is moved is so far from where it was. */
  moved(x: number, y: number) {
    if (!this.any) return;
    if (x === 0 && y === 0) return this.back();
    this.wanted = { x, y };
    void this.ask();
  }

  /** All lines are as they were. */
  back() {
    this.wanted = null;
    this.turn++;
    for (const [path, d] of this.before) path.setAttribute('d', d);
    this.before.clear();
  }

  private async ask() {
    if (this.asking) return;
    this.asking = true;
    while (this.wanted) {
      const { x, y } = this.wanted;
      const turn = this.turn;
      this.wanted = null;
      const ways = await unwrap(
        api.POST('/api/decks/{id}/slides/{slideId}/ways', {
          params: { path: { id: this.deckId, slideId: this.slide.id } },
          body: { itemIds: this.ids, across: x, down: y },
        }),
        // Without an answer they follow when the hand lets go.
      ).catch(() => []);
      if (turn === this.turn) for (const { itemId, path } of ways) this.draw(itemId, path);
    }
    this.asking = false;
  }

  /** The hand has let go: what comes now is the slide’s own. */
  end() {
    this.wanted = null;
    this.turn++;
  }

  private draw(itemId: string, d: string) {
    const drawn = this.painted(itemId)?.querySelector<SVGPathElement>('path');
    if (!drawn) return;
    if (!this.before.has(drawn)) this.before.set(drawn, drawn.getAttribute('d') ?? '');
    drawn.setAttribute('d', d);
  }
}
