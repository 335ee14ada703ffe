// @vitest-environment jsdom
import { DOMParser, Slice } from 'prosemirror-model';
import { EditorState, TextSelection } from 'prosemirror-state';
import { describe, expect, it } from 'vitest';
import type { Paragraph } from '../../../api/types';
import { lineBreaks } from './breaks';
import { deeper, has, linkOf, linkTo, mark, newParagraph, outOfList, shallower, toggleList } from './commands';
import { fromDoc, plainRun, schema, toDoc } from './schema';

const paragraph = (text: string, more: Partial<Paragraph> = {}): Paragraph => ({
  runs: [plainRun(text)],
  list: 'none',
  level: 0,
  ...more,
});

const state = (paragraphs: Paragraph[], from: number, to = from) => {
  const doc = toDoc(paragraphs);
  return EditorState.create({ doc, selection: TextSelection.create(doc, from, to) });
};
const after = (s: EditorState, command: (s: EditorState, d: (tr: EditorState['tr']) => void) => boolean) => {
  let next = s;
  expect(command(s, (tr) => (next = s.apply(tr)))).toBe(true);
  return next;
};
const said = (s: EditorState) => fromDoc(s.doc).map((p) => [p.list, p.level, ...p.runs.map((r) => r.text)]);

describe('words while they are typed', () => {
  it('go there and back with everything that Core knows of them', () => {
    const all: Paragraph[] = [
      paragraph('Plain'),
      {
        list: 'number',
        level: 2,
        runs: [
          { ...plainRun('bold'), bold: true, italic: true },
          { ...plainRun('2'), shift: 'lowered' },
          { ...plainRun('posts'), link: 'https://127.0.0.1/', underline: true, strike: true },
          { ...plainRun('small'), smallCaps: true, ink: '#E3A12F' },
        ],
      },
      { ...paragraph(''), runs: [] },
    ];
    expect(fromDoc(toDoc(all))).toEqual(all);
  });

  it('keep of what is pasted its paragraphs, lists, marks and addresses, and nothing that runs', () => {
    const from = document.createElement('div');
    from.innerHTML =
      '<h1>Head</h1><p style="color:red">a <b>b</b> <a href="javascript:alert(1)">c</a> <a href="https://127.0.0.1/d">d</a></p>' +
      '<ol><li>one<ul><li>two</li></ul></li></ol><script>1</script><table><tr><td>cell</td></tr></table>';
    const doc = DOMParser.fromSchema(schema).parse(from);
    expect(
      fromDoc(doc).map((p) => [
        p.list,
        p.level,
        p.runs.map((r) => r.text + (r.bold ? '*' : '') + (r.link ?? '')).join(''),
      ]),
    ).toEqual([
      ['none', 0, 'Head'],
      ['none', 0, 'a b* c dhttps://127.0.0.1/d'],
      ['number', 0, 'one'],
      ['point', 1, 'two'],
      ['none', 0, 'cell'],
    ]);
    expect(Slice.maxOpen(doc.content).size).toBeGreaterThan(0);
  });

  it('become lists, go in and out, and leave them with an entry that is empty', () => {
    let s = after(state([paragraph('one')], 4), toggleList('point'));
    s = after(s, newParagraph);
    s = after(s, deeper);
    expect(said(s)).toEqual([
      ['point', 0, 'one'],
      ['point', 1],
    ]);
    s = after(s, newParagraph);
    expect(said(s)[1]).toEqual(['point', 0]);
    s = after(s, newParagraph);
    expect(said(s)[1]).toEqual(['none', 0]);
    expect(deeper(s)).toBe(false);
    expect(shallower(s)).toBe(false);
    expect(outOfList(s)).toBe(false);
    s = after(state([paragraph('a', { list: 'number' })], 1, 2), toggleList('number'));
    expect(said(s)).toEqual([['none', 0, 'a']]);
  });

  it('know their marks, and lead where they are told', () => {
    let s = after(state([paragraph('the posts here')], 5, 10), mark('bold'));
    expect([has(s, 'bold'), has(s, 'italic')]).toEqual([true, false]);
    s = after(s, linkTo('https://127.0.0.1/'));
    expect(linkOf(s)).toBe('https://127.0.0.1/');
    // The caret within it is enough to take it away.
    s = s.apply(s.tr.setSelection(TextSelection.create(s.doc, 7)));
    expect(linkOf(s)).toBe('https://127.0.0.1/');
    s = after(s, linkTo(''));
    expect(linkOf(s)).toBe('');
    expect(linkTo('https://127.0.0.1/')(state([paragraph('plain')], 2))).toBe(false);
  });

  it('break where Core ends its lines, and nowhere that they no longer reach', () => {
    const doc = toDoc([paragraph('one two three'), paragraph('a\nb')]);
    const { set } = lineBreaks(doc, [
      { paragraph: 0, start: 0 },
      { paragraph: 0, start: 4 },
      { paragraph: 0, start: 99 },
      { paragraph: 1, start: 0 },
      { paragraph: 1, start: 2 },
      { paragraph: 7, start: 1 },
    ]);
    expect(set.find().map((d) => d.from)).toEqual([5]);
  });
});
