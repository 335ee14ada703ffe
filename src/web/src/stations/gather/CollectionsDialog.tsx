import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { Collection, Recognised } from '../../api/types';
import { CollectionTerms } from './CollectionTerms';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { TextInput } from '../../ui/TextInput';
import { texts } from '../../texts';

const protocols = {
  openSearch: texts.gather.searchedWhereItIsBy,
  iiif: texts.gather.searchedWhereItIsImages,
  oaiPmh: texts.gather.fetchedAndSearchedHere,
  document: texts.gather.readWholeAndSearchedHere,
} as const;

/** The collections that are searched; one more is added by its address. */
export function CollectionsDialog({ onClose }: { onClose(): void }) {
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [found, setFound] = useState<Recognised | null>(null);
  const [problem, setProblem] = useState('');
  const [busy, setBusy] = useState(false);
  const list = useQuery({
    queryKey: ['collections'],
    queryFn: () => unwrap(api.GET('/api/collections')),
    refetchInterval: (q) => (q.state.data?.some((c) => c.harvest?.running) ? 800 : false),
  });
  const changed = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ['collections'] }),
      client.invalidateQueries({ queryKey: ['search'] }),
    ]);
  const attempt = async (work: () => Promise<unknown>) => {
    setBusy(true);
    setProblem('');
    try {
      await work();
    } catch (error) {
      setProblem(errorText(error));
    }
    setBusy(false);
  };
  const recognise = (e: FormEvent) => {
    e.preventDefault();
    setFound(null);
    void attempt(async () =>
      setFound(await unwrap(api.POST('/api/collections/recognise', { body: { address: text } }))),
    );
  };
  const add = () =>
    attempt(async () => {
      await unwrap(api.POST('/api/collections', { body: { address: found!.address } }));
      setFound(null);
      setText('');
      await changed();
    });
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={texts.gather.collections}
      description={texts.gather.allOfThemAreSearched}
      wide
    >
      <ul className="mt-3">
        {list.data?.map((c) => (
          <Line
            key={c.id}
            collection={c}
            onHarvest={() =>
              void attempt(async () => {
                await unwrap(api.POST('/api/collections/{id}/harvest', { params: { path: { id: c.id } } }));
                await changed();
              })
            }
            onRemove={() =>
              void attempt(async () => {
                await unwrap(api.DELETE('/api/collections/{id}', { params: { path: { id: c.id } } }));
                await changed();
              })
            }
          />
        ))}
      </ul>
      <form className="mt-4 flex gap-4 border-t border-line pt-4" onSubmit={recognise}>
        <TextInput
          aria-label={texts.gather.addressOfACollection}
          placeholder={texts.gather.addressOfAnotherCollection}
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <Button kind="verb" type="submit" className="whitespace-nowrap" disabled={busy || text.trim() === ''}>
          {busy ? texts.gather.checking : texts.gather.checkTheAddress}
        </Button>
      </form>
      {problem && <p className="mt-2 text-marigold">{problem}</p>}
      {found && (
        <div className="mt-3 flex items-center gap-4 bg-deep px-4 py-3">
          <p className="flex-1">
            <span className="font-semibold">{found.name}</span>
            <br />
            <span className="text-quiet">{found.says}</span>
          </p>
          <Button kind="solid" onClick={() => void add()}>
            {texts.gather.addIt}
          </Button>
        </div>
      )}
    </Dialog>
  );
}

function Line({ collection: c, onHarvest, onRemove }: { collection: Collection; onHarvest(): void; onRemove(): void }) {
  const h = c.harvest;
  const [terms, setTerms] = useState(false);
  return (
    <li className="flex flex-wrap items-baseline gap-4 border-t border-line py-2">
      <span className="min-w-0 flex-1">
        <span className="font-semibold">{c.name}</span>
        <span className="block truncate text-small text-quiet">
          {protocols[c.protocol]}
          {h &&
            texts.gather.photos(h.records, h.running && h.whole ? ` of ${h.whole}` : '', h.running ? ', fetching' : '')}
        </span>
        {h?.without && <span className="block text-small text-quiet">{h.without}</span>}
        {h?.message && <span className="block text-small text-marigold">{h.message}</span>}
      </span>
      <Button kind="verb" aria-expanded={terms} onClick={() => setTerms(!terms)}>
        {c.terms ? texts.gather.itsTerms : texts.gather.terms}
      </Button>
      {h && (
        <Button kind="verb" disabled={h.running} onClick={onHarvest}>
          {texts.gather.fetchAgain}
        </Button>
      )}
      <Button kind="verb" onClick={onRemove} aria-label={texts.gather.remove(c.name)}>
        {texts.gather.remove2}
      </Button>
      {terms && <CollectionTerms collection={c} onDone={() => setTerms(false)} />}
    </li>
  );
}
