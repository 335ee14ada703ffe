import { create } from 'zustand';
import type { Item, Slide } from '../../api/types';
import { chooseItems, useChoice } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { useDeckStore } from '../../deck/store';
import { texts } from '../../texts';
import { useNotices } from '../../ui/useNotices';

// The form in which things of a slide lie on the clipboard; other programs see only their words.
const form = 'application/json';

interface Copied {
  jaali: 1;
  slideId: string;
  items: Item['item'][];
}

/** A text that was pasted on a slide. */
export const usePasted = create<{ text: string }>(() => ({ text: '' }));

const busy = (e: ClipboardEvent) =>
  (e.target instanceof Element && e.target.closest('input, textarea, [contenteditable]') !== null) ||
  document.querySelector('[role="dialog"]') !== null;

/** Puts what is chosen on the clipboard. */
export function copyChosen(e: ClipboardEvent, slide: Slide, items: Item[]) {
  if (busy(e) || items.length === 0 || !e.clipboardData || String(getSelection() ?? '') !== '') return false;
  const copied: Copied = { jaali: 1, slideId: slide.id, items: items.map((i) => i.item) };
  e.clipboardData.setData(form, JSON.stringify(copied));
  e.clipboardData.setData('text/plain', items.map((i) => i.says).join('\n'));
  e.preventDefault();
  useNotices.getState().say(texts.compose.copied(items.length));
  return true;
}

function copiedHere(e: ClipboardEvent): Copied | undefined {
  try {
    const copied = JSON.parse(e.clipboardData?.getData(form) ?? '') as Copied;
    return copied.jaali === 1 ? copied : undefined;
  } catch {
    return undefined;
  }
}

/**
 * Puts what lies on the clipboard on a slide: things of a slide as they are, and chosen; of a text is shown what it can
 * become. Pictures and addresses are for others.
 */
export function pasteHere(e: ClipboardEvent, slide: Slide) {
  if (busy(e)) return false;
  const copied = copiedHere(e);
  if (!copied) {
    const text = e.clipboardData?.getData('text/plain') ?? '';
    if (text.trim() === '' || (e.clipboardData?.files.length ?? 0) > 0 || /^\s*https?:\/\/\S+\s*$/.test(text))
      return false;
    e.preventDefault();
    usePasted.setState({ text });
    useChoice.setState({ tool: 'pasted' });
    return true;
  }
  e.preventDefault();
  e.stopImmediatePropagation();
  const before = new Set(slide.items.map((i) => i.item.id));
  void edit({
    kind: 'paste-items',
    slideId: slide.id,
    items: copied.items,
    aside: copied.slideId === slide.id ? 24 : 0,
  }).then((done) => {
    if (!done) return;
    const now = useDeckStore.getState().slides[slide.id]?.items ?? [];
    chooseItems(now.map((i) => i.item.id).filter((id) => !before.has(id)));
    useChoice.setState({ tool: null });
  });
  return true;
}
