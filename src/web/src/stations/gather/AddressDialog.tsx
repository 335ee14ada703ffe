import { cx } from 'class-variance-authority';
import { useState } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { PageFound, PageRead } from '../../api/types';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { TextInput } from '../../ui/TextInput';
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
  const [page, setPage] = useState<PageRead | null>(null);
  const [of, setOf] = useState('');
  const [words, setWords] = useState('');
  const [at, setAt] = useState(0);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  // The pictures of an address: the first page of all, another page, or those that have some words.
  const read = async (address: string, words = '', number = 1, anew = false) => {
    setBusy(true);
    setProblem('');
    try {
      setPage(
        await unwrap(
          api.POST('/api/decks/{id}/pages', {
            params: { path: { id: deckId } },
            body: { address, words, page: number, anew },
          }),
        ),
      );
      setAt(0);
    } catch (error) {
      setProblem(errorText(error));
    }
    setBusy(false);
  };
  const pictures = page?.pictures ?? [];
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
      <form
        className="mt-3 flex gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          setPage(null);
          setOf(text);
          setWords('');
          void read(text, '', 1, true);
        }}
      >
        <TextInput
          autoFocus
          aria-label={texts.gather.address}
          placeholder="https://"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button kind="solid" type="submit" className="whitespace-nowrap" disabled={busy}>
          {busy ? texts.gather.reading : texts.gather.readIt}
        </Button>
      </form>
      {problem && <p className="mt-3 text-marigold">{problem}</p>}
      {page && (page.total > 1 || words) && (
        <Several
          page={page}
          at={at}
          busy={busy}
          onChoose={setAt}
          onSearch={(asked) => {
            setWords(asked);
            void read(of, asked);
          }}
          onTurn={(number) => void read(of, words, number)}
        />
      )}
      {page?.unread && <p className="mt-2 text-small text-marigold">{page.unread}</p>}
      {found && c && r && (
        <>
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

interface SeveralProps {
  page: PageRead;
  at: number;
  busy: boolean;
  onChoose(n: number): void;
  onSearch(words: string): void;
  onTurn(page: number): void;
}

/** The pictures of a page that has several: a person says which. Many are searched and leafed through. */
function Several({ page, at, busy, onChoose, onSearch, onTurn }: SeveralProps) {
  const [words, setWords] = useState('');
  const { pictures, total } = page;
  const first = (page.page - 1) * page.size + 1;
  return (
    <div className="mt-4 border-t border-line pt-3">
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-2 text-small">
        <p className="flex-1 text-quiet" role="status">
          {total === 0
            ? texts.gather.noPictureHereHasTheWords
            : page.pages > 1
              ? texts.gather.picturesFromTo(first, Math.min(first + page.size - 1, total), total)
              : texts.gather.thereArePicturesHereChoose(total)}
        </p>
        {page.pages > 1 && (
          <span className="flex gap-4">
            <Button kind="verb" disabled={busy || page.page === 1} onClick={() => onTurn(page.page - 1)}>
              {texts.gather.previousPictures}
            </Button>
            <Button kind="verb" disabled={busy || page.page === page.pages} onClick={() => onTurn(page.page + 1)}>
              {texts.gather.nextPictures}
            </Button>
          </span>
        )}
        <form
          role="search"
          className="flex gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            onSearch(words);
          }}
        >
          <TextInput
            aria-label={texts.gather.searchAmongThese}
            placeholder={texts.gather.searchAmongThese}
            className="!w-52 !pb-0"
            value={words}
            onChange={(e) => setWords(e.target.value)}
          />
          <Button kind="verb" type="submit" disabled={busy}>
            {texts.gather.search}
          </Button>
        </form>
      </div>
      <fieldset className="mt-2 flex max-h-48 flex-wrap gap-3 overflow-auto p-1">
        <legend className="sr-only">{texts.gather.whichPicture}</legend>
        {pictures.map((p, n) => (
          <button
            key={p.candidate.id}
            type="button"
            aria-pressed={n === at}
            aria-label={`Picture ${first + n}: ${p.record.title || texts.gather.untitled}`}
            title={p.record.title}
            className={cx(
              'h-16 w-24 outline-2 outline-offset-2',
              n === at ? 'outline-verdigris' : 'outline-transparent hover:outline-line',
            )}
            onClick={() => onChoose(n)}
          >
            <img src={p.candidate.thumbnail} alt="" className="h-full w-full object-cover" />
          </button>
        ))}
      </fieldset>
    </div>
  );
}
