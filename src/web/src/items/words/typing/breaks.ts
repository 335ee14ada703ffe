import type { Node } from 'prosemirror-model';
import { Plugin, PluginKey } from 'prosemirror-state';
import { Decoration, DecorationSet } from 'prosemirror-view';

export interface LineEnd {
  paragraph: number;
  start: number;
}

const key = new PluginKey<DecorationSet>('breaks');

/** Where Core ends the lines, shown in the editor: nothing else breaks one. They move along until Core has answered. */
export const breaks = () =>
  new Plugin<DecorationSet>({
    key,
    state: {
      init: () => DecorationSet.empty,
      apply: (tr, set) => (tr.getMeta(key) as DecorationSet | undefined) ?? set.map(tr.mapping, tr.doc),
    },
    props: { decorations: (state) => key.getState(state) },
  });

/** The lines of a document as decorations; what no longer fits it is left out. */
export function lineBreaks(doc: Node, lines: LineEnd[]) {
  const starts: number[] = [];
  doc.forEach((_, offset) => starts.push(offset + 1));
  const found: Decoration[] = [];
  for (const line of lines) {
    const at = starts[line.paragraph];
    const paragraph = at === undefined ? undefined : doc.maybeChild(line.paragraph);
    if (at === undefined || !paragraph || line.start === 0 || line.start > paragraph.content.size) continue;
    // A line feed of its own ends the line already.
    if (paragraph.textBetween(line.start - 1, line.start) === '\n') continue;
    found.push(
      Decoration.widget(at + line.start, () => document.createElement('br'), { side: -1, ignoreSelection: true }),
    );
  }
  return { key, set: DecorationSet.create(doc, found) };
}
