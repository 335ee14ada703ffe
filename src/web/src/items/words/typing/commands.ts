import { chainCommands, toggleMark } from 'prosemirror-commands';
import type { Command, EditorState } from 'prosemirror-state';
import { schema } from './schema';

const deepest = 3;

/** Every paragraph that the choice touches. */
function touched(state: EditorState) {
  const found: { pos: number; list: string; level: number }[] = [];
  state.doc.nodesBetween(state.selection.from, state.selection.to, (node, pos) => {
    if (node.type === schema.nodes.paragraph)
      found.push({ pos, list: node.attrs.list as string, level: node.attrs.level as number });
    return false;
  });
  return found;
}

const set =
  (change: (p: { list: string; level: number }) => { list: string; level: number } | null): Command =>
  (state, dispatch) => {
    const all = touched(state);
    const changes = all.map((p) => ({ pos: p.pos, to: change(p) })).filter((c) => c.to !== null);
    if (changes.length === 0) return false;
    if (dispatch) {
      const tr = state.tr;
      for (const c of changes) tr.setNodeMarkup(c.pos, undefined, c.to);
      dispatch(tr.scrollIntoView());
    }
    return true;
  };

/** Paragraphs become entries of a list of this mark; those that are it become plain again. */
export const toggleList =
  (mark: 'point' | 'number'): Command =>
  (state, dispatch) => {
    const all = touched(state).every((p) => p.list === mark);
    return set((p) => (all ? { list: 'none', level: 0 } : { ...p, list: mark }))(state, dispatch);
  };

export const deeper = set((p) => (p.list !== 'none' && p.level < deepest ? { ...p, level: p.level + 1 } : null));
export const shallower = set((p) => (p.level > 0 ? { ...p, level: p.level - 1 } : null));

/** At the head of an entry: up a level, then out of the list. */
export const outOfList: Command = (state, dispatch) => {
  const { $from, empty } = state.selection;
  if (!empty || $from.parentOffset > 0 || $from.parent.attrs.list === 'none') return false;
  return set((p) => (p.level > 0 ? { ...p, level: p.level - 1 } : { list: 'none', level: 0 }))(state, dispatch);
};

/** Enter in an entry without words ends the list. */
export const endList: Command = (state, dispatch) => {
  const { $from } = state.selection;
  return $from.parent.content.size === 0 && outOfList(state, dispatch);
};

/** Enter begins a paragraph like this one. */
export const newParagraph: Command = chainCommands(endList, (state, dispatch) => {
  if (dispatch) {
    const tr = state.tr.deleteSelection();
    dispatch(tr.split(tr.selection.from).scrollIntoView());
  }
  return true;
});

export const newLine: Command = (state, dispatch) => {
  dispatch?.(state.tr.insertText('\n').scrollIntoView());
  return true;
};

export const mark = (name: keyof typeof schema.marks, attrs?: Record<string, unknown>) =>
  toggleMark(schema.marks[name]!, attrs);

/** True where all that is chosen, or what would be typed, has the mark. */
export function has(state: EditorState, name: string) {
  const type = schema.marks[name]!;
  const { from, to, empty, $from } = state.selection;
  return empty ? Boolean(type.isInSet(state.storedMarks ?? $from.marks())) : state.doc.rangeHasMark(from, to, type);
}

/** What the chosen words lead to, if they do. */
export function linkOf(state: EditorState): string {
  const { $from, from, to } = state.selection;
  let found = '';
  state.doc.nodesBetween(from, Math.max(to, from + 1) > state.doc.content.size ? to : Math.max(to, from), (node) => {
    const link = node.marks.find((m) => m.type === schema.marks.link);
    if (link) found = link.attrs.to as string;
  });
  return found || ((schema.marks.link!.isInSet($from.marks())?.attrs.to as string | undefined) ?? '');
}

/** Gives the chosen words, or the linked ones round the caret, an address; an empty one takes it away. */
export function linkTo(to: string): Command {
  return (state, dispatch) => {
    let { from, to: end } = state.selection;
    if (from === end) {
      const { $from } = state.selection;
      $from.parent.forEach((node, offset) => {
        const at = $from.start() + offset;
        if (at <= from && from <= at + node.nodeSize && schema.marks.link!.isInSet(node.marks))
          [from, end] = [at, at + node.nodeSize];
      });
    }
    if (from === end) return false;
    const tr = state.tr.removeMark(from, end, schema.marks.link!);
    if (to) tr.addMark(from, end, schema.mark('link', { to }));
    dispatch?.(tr);
    return true;
  };
}
