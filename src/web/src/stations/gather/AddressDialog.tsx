import { cx } from 'class-variance-authority';
import { useState, type FormEvent } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { PageFound } from '../../api/types';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { texts } from '../../texts';

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
      const read = await unwrap(
        api.POST('/api/decks/{id}/pages', { params: { path: { id: deckId } }, body: { address: text } }),
      );
      setPictures(read.pictures);
    } catch (error) {
      setProblem(errorText(error));
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
      title={texts.gather.fromAnAddress}
      description={texts.gather.giveTheAddressOfA}
      wide
    >
      <form className="mt-3 flex gap-4" onSubmit={(e) => void read(e)}>
        <input
          autoFocus
          aria-label={texts.gather.address}
          className="w-full border-b border-line bg-transparent pb-1 outline-none focus:border-verdigris"
          placeholder="https://"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button kind="solid" type="submit" className="whitespace-nowrap" disabled={busy}>
          {busy ? texts.gather.reading : texts.gather.readIt}
        </Button>
      </form>
      {problem && <p className="mt-3 text-marigold">{problem}</p>}
      {found && c && r && (
        <>
          {pictures.length > 1 && <Several pictures={pictures} at={at} onChoose={setAt} />}
          <div className="mt-4 flex gap-4 border-t border-line pt-4">
            <img src={c.thumbnail} alt="" className="max-h-44 max-w-60 object-contain" />
            <dl className="grid min-w-0 flex-1 grid-cols-[4.5rem_1fr] content-start gap-y-1">
              <dt className="text-quiet">{texts.gather.title}</dt>
              <dd>{r.title || texts.gather.notFound}</dd>
              <dt className="text-quiet">{texts.gather.maker}</dt>
              <dd className={r.maker ? '' : 'text-marigold'}>{r.maker || texts.gather.notFound}</dd>
              <dt className="text-quiet">{texts.gather.licence}</dt>
              <dd className={r.licence ? '' : 'text-marigold'}>
                {r.licence
                  ? c.licence
                  : r.licenceAsFound ||
                    (found.offers.length > 0 ? texts.gather.notSaidOfThePhoto : texts.gather.notFound)}
              </dd>
              <dt className="text-quiet">{texts.gather.source}</dt>
              <dd className="truncate">{r.sourceUrl}</dd>
            </dl>
          </div>
          {found.conflicts.map((x) => (
            <p key={x.field} className="mt-2 text-marigold">
              {texts.gather.thePageSaysDifferentThings(
                x.field,
                x.said.map((s) => `${s.value} (${s.source})`).join(', '),
              )}
            </p>
          ))}
          {c.why && <p className={`mt-2 ${c.fits ? 'text-quiet' : 'text-marigold'}`}>{c.why}</p>}
          <details className="mt-2 text-small text-quiet">
            <summary className="cursor-pointer">{texts.gather.whatThePageSaysWord}</summary>
            <pre className="mt-2 max-h-40 overflow-auto bg-deep p-3 font-mono text-note whitespace-pre-wrap">
              {found.evidence}
            </pre>
          </details>
          <div className="mt-4 flex justify-end gap-5">
            <Button kind="verb" onClick={onClose}>
              {texts.gather.cancel}
            </Button>
            <Button kind="solid" onClick={() => onKeep(found)}>
              {r.licence ? texts.gather.keepIt : texts.gather.keepItToSettleLater}
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
      <legend className="sr-only">{texts.gather.whichPicture}</legend>
      <p className="text-small text-quiet">{texts.gather.thereArePicturesHereChoose(pictures.length)}</p>
      <div className="mt-2 flex max-h-48 flex-wrap gap-3 overflow-auto p-1">
        {pictures.map((p, n) => (
          <button
            key={p.candidate.id}
            type="button"
            aria-pressed={n === at}
            aria-label={`Picture ${n + 1}: ${p.record.title || texts.gather.untitled}`}
            className={cx(
              'h-16 w-24 outline-2 outline-offset-2',
              n === at ? 'outline-verdigris' : 'outline-transparent hover:outline-line',
            )}
            onClick={() => onChoose(n)}
          >
            <img src={p.candidate.thumbnail} alt="" className="h-full w-full object-cover" />
          </button>
        ))}
      </div>
    </fieldset>
  );
}
