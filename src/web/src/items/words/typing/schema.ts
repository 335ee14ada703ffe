import { Schema, type Mark, type Node } from 'prosemirror-model';
import type { Paragraph, TextRun } from '../../../api/types';

/** Words while they are typed: paragraphs of runs, as Core has them. What is pasted keeps these and loses all else. */
export const schema = new Schema({
  nodes: {
    doc: { content: 'paragraph+' },
    paragraph: {
      content: 'text*',
      whitespace: 'pre',
      attrs: { list: { default: 'none' }, level: { default: 0 } },
      parseDOM: [
        {
          tag: 'li',
          getAttrs: (li) => ({
            list: li.parentElement?.tagName === 'OL' ? 'number' : 'point',
            level: Math.min(3, Math.max(0, depthOf(li) - 1)),
          }),
        },
        ...['p', 'h1', 'h2', 'h3', 'h4', 'h5', 'h6', 'blockquote', 'div', 'td', 'th', 'pre'].map((tag) => ({ tag })),
      ],
      toDOM: (node) => ['p', { 'data-list': String(node.attrs.list), 'data-level': String(node.attrs.level) }, 0],
    },
    text: {},
  },
  marks: {
    bold: {
      parseDOM: [
        { tag: 'b', getAttrs: (b) => b.style.fontWeight !== 'normal' && null },
        { tag: 'strong' },
        { style: 'font-weight=bold' },
        { style: 'font-weight=700' },
      ],
      toDOM: () => ['strong', 0],
    },
    italic: { parseDOM: [{ tag: 'i' }, { tag: 'em' }, { style: 'font-style=italic' }], toDOM: () => ['em', 0] },
    underline: { parseDOM: [{ tag: 'u' }], toDOM: () => ['u', 0] },
    strike: { parseDOM: [{ tag: 's' }, { tag: 'del' }], toDOM: () => ['s', 0] },
    smallCaps: { toDOM: () => ['span', { class: 'small-caps' }, 0] },
    raised: { excludes: 'lowered', parseDOM: [{ tag: 'sup' }], toDOM: () => ['sup', 0] },
    lowered: { excludes: 'raised', parseDOM: [{ tag: 'sub' }], toDOM: () => ['sub', 0] },
    link: {
      attrs: { to: {} },
      inclusive: false,
      parseDOM: [
        {
          tag: 'a[href]',
          getAttrs: (a) => {
            const to = a.getAttribute('href') ?? '';
            return /^(https?:|mailto:)/i.test(to) ? { to } : false;
          },
        },
      ],
      toDOM: () => ['span', { class: 'leads' }, 0],
    },
    ink: { attrs: { colour: {} }, toDOM: (mark) => ['span', { style: `color:${mark.attrs.colour}` }, 0] },
  },
});

/** How deep an entry lies in lists. */
function depthOf(li: HTMLElement) {
  let depth = 0;
  for (let e: HTMLElement | null = li.parentElement; e; e = e.parentElement)
    if (e.tagName === 'UL' || e.tagName === 'OL') depth++;
  return depth;
}

const flags = ['bold', 'italic', 'underline', 'strike', 'smallCaps'] as const;

const marksOf = (run: TextRun): Mark[] => [
  ...flags.filter((f) => run[f]).map((f) => schema.mark(f)),
  ...(run.shift === 'raised' ? [schema.mark('raised')] : []),
  ...(run.shift === 'lowered' ? [schema.mark('lowered')] : []),
  ...(run.link ? [schema.mark('link', { to: run.link })] : []),
  ...(run.ink ? [schema.mark('ink', { colour: run.ink })] : []),
];

/** Paragraphs as a document to type in. */
export const toDoc = (paragraphs: Paragraph[]): Node =>
  schema.node(
    'doc',
    null,
    (paragraphs.length > 0 ? paragraphs : [{ runs: [], list: 'none' as const, level: 0 }]).map((p) =>
      schema.node(
        'paragraph',
        { list: p.list ?? 'none', level: p.level },
        p.runs.filter((r) => r.text !== '').map((r) => schema.text(r.text, marksOf(r))),
      ),
    ),
  );

/** What was typed as Core has it. */
export function fromDoc(doc: Node): Paragraph[] {
  const paragraphs: Paragraph[] = [];
  doc.forEach((p) => {
    const runs: TextRun[] = [];
    p.forEach((text) => {
      const mark = (name: string) => text.marks.find((m) => m.type.name === name);
      runs.push({
        text: text.text ?? '',
        bold: Boolean(mark('bold')),
        italic: Boolean(mark('italic')),
        underline: Boolean(mark('underline')),
        strike: Boolean(mark('strike')),
        smallCaps: Boolean(mark('smallCaps')),
        shift: mark('raised') ? 'raised' : mark('lowered') ? 'lowered' : 'none',
        link: (mark('link')?.attrs.to as string | undefined) ?? null,
        ink: (mark('ink')?.attrs.colour as string | undefined) ?? null,
      });
    });
    paragraphs.push({ runs, list: p.attrs.list as Paragraph['list'], level: p.attrs.level as number });
  });
  return paragraphs;
}

export const plainRun = (text: string): TextRun => ({
  text,
  bold: false,
  italic: false,
  underline: false,
  strike: false,
  smallCaps: false,
  shift: 'none',
  link: null,
  ink: null,
});
