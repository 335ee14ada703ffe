import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useOpenDeck } from '../deck/DeckContext';
import { Dialog } from './Dialog';
import { stations } from './stations';

interface Entry {
  name: string;
  keys?: string;
  act(): void;
}

/** Everything that can be done, in one searchable list. */
export function CommandList({
  open,
  onOpenChange,
  onHelp,
}: {
  open: boolean;
  onOpenChange(open: boolean): void;
  onHelp(): void;
}) {
  const { deck, slide, goTo, edit, undo, redo, choose } = useOpenDeck();
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const entries = useMemo<Entry[]>(() => {
    const list: Entry[] = [
      ...stations.map((s, i) => ({ name: `Go to ${s.name}`, keys: String(i + 1), act: () => goTo(s.id) })),
      { name: 'Undo', keys: 'Ctrl Z', act: () => void undo() },
      { name: 'Redo', keys: 'Ctrl Shift Z', act: () => void redo() },
      { name: 'Make the slides', act: () => void edit({ kind: 'make-slides' }) },
      { name: 'New slide', keys: 'N', act: () => void edit({ kind: 'add-slide', after: slide?.id ?? null }) },
      { name: 'Show from the start', keys: 'Shift S', act: () => navigate(`/deck/${deck.id}/show`) },
      { name: 'All talks', act: () => navigate('/') },
      { name: 'List of keys', keys: '?', act: onHelp },
    ];
    if (slide) {
      list.push(
        {
          name: 'Duplicate this slide',
          keys: 'D',
          act: () => void edit({ kind: 'duplicate-slide', slideId: slide.id }),
        },
        { name: 'Remove this slide', act: () => void edit({ kind: 'remove-slide', slideId: slide.id }) },
        { name: 'Show from here', keys: 'S', act: () => navigate(`/deck/${deck.id}/show?slide=${slide.id}`) },
      );
    }
    deck.slides.forEach((s, i) => list.push({ name: `Choose slide ${i + 1}: ${s.label}`, act: () => choose(s.id) }));
    return list;
  }, [deck, slide, goTo, edit, undo, redo, choose, navigate, onHelp]);
  const words = text.toLowerCase().split(/\s+/);
  const found = entries.filter((e) => words.every((w) => e.name.toLowerCase().includes(w)));
  const run = (entry: Entry | undefined) => {
    if (!entry) return;
    onOpenChange(false);
    setText('');
    setAt(0);
    entry.act();
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title="Commands" wide>
      <input
        autoFocus
        aria-label="Find a command"
        placeholder="What do you want to do"
        className="mt-3 w-full border-b border-line bg-transparent pb-2 text-[16px] outline-none focus:border-verdigris"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          else if (e.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
          else if (e.key === 'Enter') run(found[at]);
          else return;
          e.preventDefault();
        }}
      />
      <ul className="mt-2 max-h-80 overflow-auto">
        {found.map((entry, i) => (
          <li key={entry.name + i}>
            <button
              className={`flex w-full justify-between px-2 py-1.5 ${i === at ? 'bg-surround text-word' : 'text-quiet hover:text-word'}`}
              onClick={() => run(entry)}
            >
              <span className="truncate">{entry.name}</span>
              {entry.keys && <span className="font-mono text-[12px]">{entry.keys}</span>}
            </button>
          </li>
        ))}
        {found.length === 0 && <li className="px-2 py-2 text-quiet">No command has these words.</li>}
      </ul>
    </Dialog>
  );
}
