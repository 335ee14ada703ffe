export interface Box {
  left: number;
  top: number;
  width: number;
  height: number;
}

/**
 * Rows of pictures in their true proportions, each row scaled to the full width; the last row keeps the wanted height.
 * Under each row there is room for the words of the one that needs most. A row takes the next picture when that brings
 * its height nearer to the wanted one.
 */
export function justifiedRows(
  aspects: number[],
  width: number,
  wanted: number,
  gap: number,
  caption: (at: number, width: number) => number,
): { boxes: Box[]; height: number } {
  const boxes: Box[] = [];
  let top = 0;
  let row: number[] = [];
  const heightOf = (r: number[]) => (width - gap * (r.length - 1)) / r.reduce((a, b) => a + b, 0);
  const lay = (height: number) => {
    let left = 0;
    let words = 0;
    for (const aspect of row) {
      words = Math.max(words, caption(boxes.length, aspect * height));
      boxes.push({ left, top, width: aspect * height, height });
      left += aspect * height + gap;
    }
    top += height + words + gap;
    row = [];
  };
  for (const aspect of aspects) {
    if (row.length > 0) {
      const without = heightOf(row);
      const withIt = heightOf([...row, aspect]);
      if (without <= wanted && Math.abs(without - wanted) <= Math.abs(withIt - wanted)) lay(without);
    }
    row.push(aspect);
    if (heightOf(row) <= wanted * 0.8) lay(heightOf(row));
  }
  if (row.length > 0) lay(Math.min(wanted, heightOf(row)));
  return { boxes, height: Math.max(0, top - gap) };
}
