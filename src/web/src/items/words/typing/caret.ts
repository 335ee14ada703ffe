import { Selection, TextSelection, type Command } from 'prosemirror-state';
import type { EditorView } from 'prosemirror-view';

/**
 * The selection as the page has it. The browser tells of a moved caret a moment after it moved; whoever changes what is
 * shown, or acts on a key, before it told would put the caret back where it was.
 */
export function caretOnPage(view: EditorView) {
  const on = view.dom.ownerDocument.getSelection();
  if (view.composing || !on?.anchorNode || !on.focusNode || !view.hasFocus()) return null;
  if (!view.dom.contains(on.anchorNode) || !view.dom.contains(on.focusNode)) return null;
  const { doc, selection } = view.state;
  const [anchor, head] = [
    view.posAtDOM(on.anchorNode, on.anchorOffset, -1),
    view.posAtDOM(on.focusNode, on.focusOffset, -1),
  ];
  const [a, h] = [doc.resolve(anchor), doc.resolve(head)];
  if (!a.parent.inlineContent || !h.parent.inlineContent) return null;
  if (anchor === selection.anchor && head === selection.head) return null;
  return TextSelection.create(doc, anchor, head);
}

/** The view’s selection is made that of the page. */
export function followCaret(view: EditorView) {
  const moved = caretOnPage(view);
  if (moved) view.dispatch(view.state.tr.setSelection(moved));
}

/** To the first or the last place of all that is typed; what was chosen stays so when it extends. */
export const toEnd =
  (end: 'first' | 'last', extend = false): Command =>
  (state, dispatch) => {
    const at = end === 'first' ? Selection.atStart(state.doc) : Selection.atEnd(state.doc);
    const to = extend ? TextSelection.create(state.doc, state.selection.anchor, at.head) : at;
    dispatch?.(state.tr.setSelection(to).scrollIntoView());
    return true;
  };
