import { wordsTexts } from '../../items/words/texts';
import { cx } from 'class-variance-authority';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { Command, TextStyle, WordsRole } from '../../api/types';
import { edit } from '../../deck/edit';
import { useDeckId, useDeckStore, useHeader } from '../../deck/store';
import { roles } from '../../items/words/roles';
import { useFonts } from '../../items/words/useWords';
import { texts } from '../../texts';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Select } from '../../ui/Select';

type What = 'face' | 'size' | 'ink' | 'shadow' | 'replaceFace' | 'replaceWords';

const whatsNames: Record<What, string> = {
  face: texts.many.setTheFace,
  size: texts.many.setTheSize,
  ink: texts.many.setTheInk,
  shadow: texts.many.setTheShadow,
  replaceFace: texts.many.replaceAFace,
  replaceWords: texts.many.replaceWords,
};
const whats = Object.entries(whatsNames) as [What, string][];

const whose: [WordsRole | 'all', string][] = [['all', texts.many.allWords], ...roles];

const Input = ({ label, value, onChange }: { label: string; value: string; onChange(text: string): void }) => (
  <input
    aria-label={label}
    placeholder={label}
    value={value}
    onChange={(e) => onChange(e.target.value)}
    className={cx(
      'w-44 border-b border-line bg-transparent px-1 py-0.5 text-word outline-none',
      'focus-visible:border-verdigris',
    )}
  />
);

/** One change to words on many slides, as a sentence; what it would change is said before it is done. */
export function WordsOnManySlides({ open, onOpenChange }: { open: boolean; onOpenChange(open: boolean): void }) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const { house } = useHeader();
  const fonts = useFonts().filter((f) => !f.lends);
  const [what, setWhat] = useState<What>('face');
  const [role, setRole] = useState<WordsRole | 'all'>('all');
  const [range, setRange] = useState('');
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [matchCase, setMatchCase] = useState(false);
  const [wholeWords, setWholeWords] = useState(false);
  const families = fonts.map((f): [string, string] => [f.name, f.name]);
  const used = house.roles.heading?.family ?? '';
  const on = { ids: null, range: range.trim() || null };
  const look: TextStyle | null =
    what === 'face' ? { family: to || used } : what === 'ink' ? { ink: to } : { [what]: Number(to.replace(',', '.')) };
  const command: Command =
    what === 'replaceFace'
      ? { kind: 'replace-font', from: from || used, to: to || used, on }
      : what === 'replaceWords'
        ? { kind: 'replace-words', find: from, with: to, matchCase, wholeWords, on }
        : { kind: 'set-text-style', on, role: role === 'all' ? null : role, style: look };
  const ready =
    what === 'face' ||
    (what === 'replaceFace'
      ? (to || used) !== (from || used)
      : what === 'replaceWords'
        ? from !== ''
        : to.trim() !== '');
  const preview = useQuery({
    queryKey: ['preview', id, revision, JSON.stringify(command)],
    enabled: open && ready,
    retry: false,
    gcTime: 5_000,
    queryFn: () => unwrap(api.POST('/api/decks/{id}/preview', { params: { path: { id } }, body: { command } })),
  });
  const choose = (next: What) => {
    setWhat(next);
    setFrom('');
    setTo('');
  };
  return (
    <Dialog open={open} onOpenChange={onOpenChange} title={texts.many.title} wide>
      <div className="mt-4 flex flex-wrap items-baseline gap-x-2 gap-y-3">
        <Select dark label={texts.many.what} value={what} options={whats} onChoose={choose} />
        {what === 'replaceFace' && (
          <>
            <Select dark label={texts.many.theFace} value={from || used} options={families} onChoose={setFrom} />
            {texts.many.by}
          </>
        )}
        {what === 'replaceWords' && (
          <>
            <Input label={texts.many.theWords} value={from} onChange={setFrom} />
            {texts.many.by}
            <Input label={texts.many.theOthers} value={to} onChange={setTo} />
          </>
        )}
        {(what === 'face' || what === 'replaceFace') && (
          <Select dark label={texts.many.theNewFace} value={to || used} options={families} onChoose={setTo} />
        )}
        {(what === 'size' || what === 'ink' || what === 'shadow') && (
          <Input label={what === 'ink' ? texts.many.colour : texts.many.size} value={to} onChange={setTo} />
        )}
        {what !== 'replaceFace' && what !== 'replaceWords' && (
          <>
            {texts.many.of}
            <Select
              dark
              label={wordsTexts.role}
              value={role}
              options={whose}
              onChoose={(r) => setRole(r as WordsRole | 'all')}
            />
          </>
        )}
        {texts.many.on}
        <Input label={texts.many.slides} value={range} onChange={setRange} />
        {what === 'replaceWords' && (
          <>
            <Button kind="verb" aria-pressed={matchCase} onClick={() => setMatchCase(!matchCase)}>
              {texts.many.matchCase}
            </Button>
            <Button kind="verb" aria-pressed={wholeWords} onClick={() => setWholeWords(!wholeWords)}>
              {texts.many.wholeWords}
            </Button>
          </>
        )}
      </div>
      <p role="status" className={`mt-4 min-h-5 ${preview.error ? 'text-marigold' : 'text-quiet'}`}>
        {!ready
          ? ''
          : preview.error
            ? errorText(preview.error)
            : preview.data
              ? texts.many.changes(preview.data.things, preview.data.slides, preview.data.others)
              : ''}
      </p>
      <div className="mt-4 flex gap-4">
        <Button
          kind="solid"
          disabled={!ready || !preview.data}
          onClick={() => void edit(command).then((done) => done && onOpenChange(false))}
        >
          {texts.many.doIt}
        </Button>
        <Button kind="verb" onClick={() => onOpenChange(false)}>
          {texts.many.leaveIt}
        </Button>
      </div>
    </Dialog>
  );
}
