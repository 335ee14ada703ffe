import { wordsTexts } from '../texts';
import { baseKeymap } from 'prosemirror-commands';
import { history, redo, undo } from 'prosemirror-history';
import { keymap } from 'prosemirror-keymap';
import { EditorState } from 'prosemirror-state';
import { EditorView } from 'prosemirror-view';
import { useEffect, useLayoutEffect, useRef } from 'react';
import { api } from '../../../api/client';
import type { Item, Scene, ScenePart, Slide, Words } from '../../../api/types';
import { edit } from '../../../deck/edit';
import { useDeckId, useHeader } from '../../../deck/store';
import { useFonts } from '../useWords';
import { breaks, lineBreaks } from './breaks';
import { followCaret, toEnd } from './caret';
import { deeper, mark, newLine, newParagraph, outOfList, shallower, toggleList } from './commands';
import { fromDoc, plainRun, toDoc } from './schema';
import { stopTyping, useTyping } from './useTyping';
import './typing.css';

interface Props {
  slide: Slide;
  item: Item;
  words: Words;
  part: ScenePart;
  /** Pixels of the screen for each slide unit. */
  units: number;
}

// What follows the plan as a list stays one when it is written over.
const followed: Partial<Record<Words['source'], 'point' | 'number'>> = { pointFacts: 'point', references: 'number' };

const partOf = (scene: Scene, item: Item) => scene.parts.find((p) => p.itemId === item.item.id);

/**
 * Words typed where they stand, in their real face. The letters appear at once; where the lines end, how large they are
 * and where they stand comes from Core as soon as it has answered.
 */
export default function TypeOnStage({ slide, item, words, part, units }: Props) {
  const id = useDeckId();
  const { house } = useHeader();
  const fonts = useFonts();
  const place = useRef<HTMLDivElement>(null);
  const started = useRef({ slide, item, words });
  const latest = useRef(0);

  useEffect(() => {
    const { slide: on, item: own, words: first } = started.current;
    const path = { id, slideId: on.id, itemId: own.item.id };
    const paragraphs = first.source === 'typed' && first.body ? first.body : null;
    const doc = toDoc(
      paragraphs ??
        own.says
          .split('\n')
          .map((line) => ({ runs: line ? [plainRun(line)] : [], list: followed[first.source] ?? 'none', level: 0 })),
    );
    const draft = async () => {
      const mine = ++latest.current;
      const typed = view.state.doc;
      if (typed.textContent.trim() === '') return;
      const answer = await api.POST('/api/decks/{id}/slides/{slideId}/items/{itemId}/draft', {
        params: { path },
        body: { edit: { body: fromDoc(typed) } },
      });
      if (mine !== latest.current || !answer.data || view.isDestroyed) return;
      useTyping.setState({ scene: answer.data });
      const set = partOf(answer.data, own)?.set;
      if (!set || view.state.doc !== typed) return;
      followCaret(view);
      const found = lineBreaks(typed, set.lines);
      view.dispatch(view.state.tr.setMeta(found.key, found.set).setMeta('addToHistory', false));
    };
    const { fresh } = useTyping.getState();
    let ended = false;
    const end = async () => {
      if (ended) return;
      ended = true;
      const typed = view.state.doc;
      const changed = !typed.eq(doc);
      stopTyping();
      if (!changed && !fresh) return;
      const at = { slideId: on.id, itemId: own.item.id };
      if (typed.textContent.trim() === '') await edit({ kind: 'remove-item', ...at });
      else
        await edit({
          kind: 'edit-item',
          ...at,
          edit: { kind: 'words', body: fromDoc(typed), typographic: true },
        });
    };
    const done = () => {
      void end();
      return true;
    };
    const view: EditorView = new EditorView(place.current, {
      state: EditorState.create({
        doc,
        plugins: [
          breaks(),
          history(),
          keymap({
            'Mod-z': undo,
            'Mod-y': redo,
            'Mod-Shift-z': redo,
            'Mod-b': mark('bold'),
            'Mod-i': mark('italic'),
            'Mod-u': mark('underline'),
            'Mod-Shift-x': mark('strike'),
            'Mod-.': mark('raised'),
            'Mod-,': mark('lowered'),
            'Mod-Shift-8': toggleList('point'),
            'Mod-Shift-7': toggleList('number'),
            Tab: (s, d) => deeper(s, d) || true,
            'Shift-Tab': (s, d) => shallower(s, d) || true,
            Enter: newParagraph,
            'Shift-Enter': newLine,
            Backspace: outOfList,
            'Mod-Home': toEnd('first'),
            'Mod-End': toEnd('last'),
            'Shift-Mod-Home': toEnd('first', true),
            'Shift-Mod-End': toEnd('last', true),
            Escape: done,
            'Mod-Enter': done,
          }),
          keymap(baseKeymap),
        ],
      }),
      attributes: {
        'aria-label': wordsTexts.typing.wordsOnTheSlide,
        role: 'textbox',
        'aria-multiline': 'true',
        spellcheck: 'true',
      },
      dispatchTransaction(tr) {
        view.updateState(view.state.apply(tr));
        useTyping.setState((t) => ({ turn: t.turn + 1 }));
        if (tr.docChanged) void draft();
      },
      handleDOMEvents: {
        // What happens to the words is not done to the slide.
        keydown: (on, e) => {
          e.stopPropagation();
          followCaret(on);
          return false;
        },
        paste: (_, e) => {
          e.stopPropagation();
          return false;
        },
        pointerdown: (_, e) => {
          e.stopPropagation();
          return false;
        },
      },
    });
    useTyping.setState({ view });
    void draft();
    view.focus();
    const outside = (e: PointerEvent) => {
      const on = e.target as Element;
      if (!on.closest('.ProseMirror') && !on.closest('[data-typing]') && !on.closest('[role="menu"]')) void end();
    };
    document.addEventListener('pointerdown', outside, { capture: true });
    // Words are sent when the page is closed over them, too.
    addEventListener('pagehide', done);
    return () => {
      document.removeEventListener('pointerdown', outside, { capture: true });
      removeEventListener('pagehide', done);
      void end();
      view.destroy();
    };
  }, [id]);

  const set = part.set;
  const lent = fonts.filter((f) => f.lends).map((f) => f.face);
  useLayoutEffect(() => {
    const at = place.current;
    if (!at || !set) return;
    const faces = (first: string) => [first, ...lent].map((f) => `'${f}'`).join(', ');
    const alike = {
      '--face': faces(set.face),
      '--bold': faces(set.boldFace),
      '--italic': faces(set.italicFace),
      '--bold-italic': faces(set.boldItalicFace),
      '--gap': `${set.paragraphGap * units}px`,
    };
    for (const [name, value] of Object.entries(alike)) at.style.setProperty(name, value);
  });
  if (!set) return null;
  const wide = Math.max(part.box.width, 40);
  return (
    <div
      ref={place}
      data-typing
      className="typing absolute"
      style={{
        left: part.box.x * units,
        // A line box has its leading on both sides, set words none above the first.
        top: (part.box.y - (set.leading - set.lineHeight) / 2) * units,
        width: wide * units,
        fontSize: set.size * units,
        lineHeight: `${set.leading * units}px`,
        letterSpacing: set.spacing === 0 ? undefined : `${set.spacing * units}px`,
        textAlign: set.align === 'middle' ? 'center' : set.align === 'end' ? 'right' : 'left',
        textTransform: set.case === 'capitals' ? 'uppercase' : set.case === 'small' ? 'lowercase' : undefined,
        color: set.ink || house.lightInk,
        columnCount: set.columns > 1 ? set.columns : undefined,
      }}
    />
  );
}
