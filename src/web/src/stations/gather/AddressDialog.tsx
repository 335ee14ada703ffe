import { useState, type FormEvent } from 'react';
import { api, sentence, told } from '../../api/client';
import type { PageFound } from '../../api/types';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';

interface Props {
  deckId: string;
  address: string | null;
  onKeep(found: PageFound): void;
  onClose(): void;
}

/** A page or a picture by its address: what it says is shown before the photo is taken. */
export function AddressDialog({ deckId, address, onKeep, onClose }: Props) {
  const [text, setText] = useState(address ?? '');
  const [found, setFound] = useState<PageFound | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const read = async (e?: FormEvent) => {
    e?.preventDefault();
    setBusy(true);
    setProblem('');
    setFound(null);
    try {
      setFound(
        await told(api.POST('/api/decks/{id}/pages', { params: { path: { id: deckId } }, body: { address: text } })),
      );
    } catch (error) {
      setProblem(sentence(error));
    }
    setBusy(false);
  };
  const c = found?.candidate;
  const r = found?.record;
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title="From an address"
      description="Give the address of a page with a photo on it, or of a picture. What it says of maker and licence is read and shown before anything is taken."
      wide
    >
      <form className="mt-3 flex gap-4" onSubmit={(e) => void read(e)}>
        <input
          autoFocus
          aria-label="Address"
          className="w-full border-b border-line bg-transparent pb-1 outline-none focus:border-verdigris"
          placeholder="https://"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button kind="solid" type="submit" className="whitespace-nowrap" disabled={busy}>
          {busy ? 'Reading' : 'Read it'}
        </Button>
      </form>
      {problem && <p className="mt-3 text-marigold">{problem}</p>}
      {found && c && r && (
        <>
          <div className="mt-4 flex gap-4 border-t border-line pt-4">
            <img src={c.thumbnail} alt="" className="max-h-44 max-w-60 object-contain" />
            <dl className="grid min-w-0 flex-1 grid-cols-[4.5rem_1fr] content-start gap-y-1">
              <dt className="text-quiet">Title</dt>
              <dd>{r.title || 'not found'}</dd>
              <dt className="text-quiet">Maker</dt>
              <dd className={r.maker ? '' : 'text-marigold'}>{r.maker || 'not found'}</dd>
              <dt className="text-quiet">Licence</dt>
              <dd className={r.licence ? '' : 'text-marigold'}>
                {r.licence ? c.licence : r.licenceAsFound || 'not found'}
              </dd>
              <dt className="text-quiet">Source</dt>
              <dd className="truncate">{r.sourceUrl}</dd>
            </dl>
          </div>
          {found.conflicts.map((x) => (
            <p key={x.field} className="mt-2 text-marigold">
              The page says different things of the {x.field}:{' '}
              {x.said.map((s) => `${s.value} (${s.source})`).join(', ')}.
            </p>
          ))}
          {c.why && <p className={`mt-2 ${c.fits ? 'text-quiet' : 'text-marigold'}`}>{c.why}</p>}
          <details className="mt-2 text-small text-quiet">
            <summary className="cursor-pointer">What the page says, word for word</summary>
            <pre className="mt-2 max-h-40 overflow-auto bg-deep p-3 font-mono text-note whitespace-pre-wrap">
              {found.evidence}
            </pre>
          </details>
          <div className="mt-4 flex justify-end gap-5">
            <Button kind="verb" onClick={onClose}>
              Leave it
            </Button>
            <Button kind="solid" onClick={() => onKeep(found)}>
              {r.licence ? 'Keep it' : 'Keep it, to settle later'}
            </Button>
          </div>
        </>
      )}
    </Dialog>
  );
}
