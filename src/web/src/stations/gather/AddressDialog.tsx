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
  const [pictures, setPictures] = useState<PageFound[]>([]);
  const [at, setAt] = useState(0);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const read = async (e?: FormEvent) => {
    e?.preventDefault();
    setBusy(true);
    setProblem('');
    setPictures([]);
    setAt(0);
    try {
      const read = await told(
        api.POST('/api/decks/{id}/pages', { params: { path: { id: deckId } }, body: { address: text } }),
      );
      setPictures(read.pictures);
    } catch (error) {
      setProblem(sentence(error));
    }
    setBusy(false);
  };
  const found = pictures[at];
  const c = found?.candidate;
  const r = found?.record;
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title="From an address"
      description="Give the address of a page with a photo on it, of a picture, a feed or a IIIF manifest. What it says of maker and licence is read and shown before anything is taken."
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
          {pictures.length > 1 && <Several pictures={pictures} at={at} onChoose={setAt} />}
          <div className="mt-4 flex gap-4 border-t border-line pt-4">
            <img src={c.thumbnail} alt="" className="max-h-44 max-w-60 object-contain" />
            <dl className="grid min-w-0 flex-1 grid-cols-[4.5rem_1fr] content-start gap-y-1">
              <dt className="text-quiet">Title</dt>
              <dd>{r.title || 'not found'}</dd>
              <dt className="text-quiet">Maker</dt>
              <dd className={r.maker ? '' : 'text-marigold'}>{r.maker || 'not found'}</dd>
              <dt className="text-quiet">Licence</dt>
              <dd className={r.licence ? '' : 'text-marigold'}>
                {r.licence
                  ? c.licence
                  : r.licenceAsFound || (found.offers.length > 0 ? 'not said of the photo' : 'not found')}
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
              Cancel
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

/** The pictures of a page that has several: a person says which. */
function Several({ pictures, at, onChoose }: { pictures: PageFound[]; at: number; onChoose(n: number): void }) {
  return (
    <fieldset className="mt-4 border-t border-line pt-3">
      <legend className="sr-only">Which picture</legend>
      <p className="text-small text-quiet">There are {pictures.length} pictures here. Choose one.</p>
      <div className="mt-2 flex max-h-48 flex-wrap gap-3 overflow-auto p-1">
        {pictures.map((p, n) => (
          <button
            key={p.candidate.id}
            type="button"
            aria-pressed={n === at}
            aria-label={`Picture ${n + 1}: ${p.record.title || 'untitled'}`}
            className={`h-16 w-24 outline-2 outline-offset-2 ${n === at ? 'outline-verdigris' : 'outline-transparent hover:outline-line'}`}
            onClick={() => onChoose(n)}
          >
            <img src={p.candidate.thumbnail} alt="" className="h-full w-full object-cover" />
          </button>
        ))}
      </div>
    </fieldset>
  );
}
