import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { api, sentence, told } from '../../api/client';
import type { Collection, Recognised } from '../../api/types';
import { Dialog } from '../../desk/Dialog';

const protocols = {
  openSearch: 'searched where it is, by feeds',
  iiif: 'searched where it is, images of any size',
  oaiPmh: 'harvested and searched here',
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
    queryFn: () => told(api.GET('/api/collections')),
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
      setProblem(sentence(error));
    }
    setBusy(false);
  };
  const recognise = (e: FormEvent) => {
    e.preventDefault();
    setFound(null);
    void attempt(async () => setFound(await told(api.POST('/api/collections/recognise', { body: { address: text } }))));
  };
  const add = () =>
    attempt(async () => {
      await told(api.POST('/api/collections', { body: { address: found!.address } }));
      setFound(null);
      setText('');
      await changed();
    });
  return (
    <Dialog open onOpenChange={onClose} title="Collections" description="All of them are searched at once." wide>
      <ul className="mt-3">
        {list.data?.map((c) => (
          <Line
            key={c.id}
            collection={c}
            onHarvest={() =>
              void attempt(async () => {
                await told(api.POST('/api/collections/{id}/harvest', { params: { path: { id: c.id } } }));
                await changed();
              })
            }
            onRemove={() =>
              void attempt(async () => {
                await told(api.DELETE('/api/collections/{id}', { params: { path: { id: c.id } } }));
                await changed();
              })
            }
          />
        ))}
      </ul>
      <form className="mt-4 flex gap-4 border-t border-line pt-4" onSubmit={recognise}>
        <input
          aria-label="Address of a collection"
          placeholder="address of another collection"
          className="w-full border-b border-line bg-transparent pb-1 outline-none focus:border-verdigris"
          value={text}
          onChange={(e) => setText(e.target.value)}
        />
        <button className="verb whitespace-nowrap" disabled={busy || text.trim() === ''}>
          {busy ? 'Looking' : 'Look what it is'}
        </button>
      </form>
      {problem && <p className="mt-2 text-marigold">{problem}</p>}
      {found && (
        <div className="mt-3 flex items-center gap-4 bg-deep px-4 py-3">
          <p className="flex-1">
            <span className="font-semibold">{found.name}</span>
            <br />
            <span className="text-quiet">{found.says}</span>
          </p>
          <button className="rounded-sm bg-verdigris px-4 py-1.5 font-medium text-black" onClick={() => void add()}>
            Add it
          </button>
        </div>
      )}
      <div className="mt-4 text-right">
        <button className="verb" onClick={onClose}>
          Close
        </button>
      </div>
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
        <span className="block truncate text-[13px] text-quiet">
          {protocols[c.protocol]}
          {h &&
            `, ${h.records}${h.running && h.whole ? ` of ${h.whole}` : ''} photos${h.running ? ', harvesting' : ''}`}
        </span>
        {h?.message && <span className="block text-[13px] text-marigold">{h.message}</span>}
      </span>
      <button className="verb" aria-expanded={terms} onClick={() => setTerms(!terms)}>
        {c.terms ? 'Its terms' : 'Terms'}
      </button>
      {h && (
        <button className="verb" disabled={h.running} onClick={onHarvest}>
          Harvest now
        </button>
      )}
      <button className="verb" onClick={onRemove} aria-label={`Remove ${c.name}`}>
        Remove
      </button>
      {terms && <Terms collection={c} onDone={() => setTerms(false)} />}
    </li>
  );
}

/** Terms of a collection's own, entered once: they hold for photos of which it names no licence. */
function Terms({ collection: c, onDone }: { collection: Collection; onDone(): void }) {
  const client = useQueryClient();
  const [name, setName] = useState(c.terms?.name ?? `terms of ${c.name}`);
  const [url, setUrl] = useState(c.terms?.url ?? '');
  const [asksCredit, setAsksCredit] = useState(c.terms?.asksCredit ?? true);
  const [allowsPaid, setAllowsPaid] = useState(c.terms?.allowsPaid ?? false);
  const [allowsChanges, setAllowsChanges] = useState(c.terms?.allowsChanges ?? false);
  const [problem, setProblem] = useState('');
  const path = { id: c.id };
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
      await client.invalidateQueries({ queryKey: ['collections'] });
      onDone();
    } catch (error) {
      setProblem(sentence(error));
    }
  };
  const save = (e: FormEvent) => {
    e.preventDefault();
    void attempt(() =>
      told(
        api.PUT('/api/collections/{id}/terms', {
          params: { path },
          body: { name, url: url || null, asksCredit, allowsPaid, allowsChanges },
        }),
      ),
    );
  };
  const field = 'min-w-0 flex-1 border-b border-line bg-transparent outline-none focus:border-verdigris';
  return (
    <form className="w-full bg-deep px-4 py-3 text-[13.5px]" onSubmit={save}>
      <p className="text-quiet">
        Read its terms and enter what they allow. They hold for photos of which it names no licence.
      </p>
      <label className="mt-2 flex gap-3">
        <span className="w-24 text-quiet">Called</span>
        <input className={field} value={name} onChange={(e) => setName(e.target.value)} />
      </label>
      <label className="mt-1 flex gap-3">
        <span className="w-24 text-quiet">To be read at</span>
        <input className={field} value={url} placeholder="https://" onChange={(e) => setUrl(e.target.value)} />
      </label>
      <p className="mt-2 flex gap-5">
        {(
          [
            ['ask for credit', asksCredit, setAsksCredit],
            ['allow paid use', allowsPaid, setAllowsPaid],
            ['allow altered copies', allowsChanges, setAllowsChanges],
          ] as const
        ).map(([text, on, set]) => (
          <label key={text} className="flex items-center gap-2">
            <input type="checkbox" checked={on} onChange={(e) => set(e.target.checked)} /> {text}
          </label>
        ))}
      </p>
      {problem && <p className="mt-2 text-marigold">{problem}</p>}
      <p className="mt-2 flex justify-end gap-5">
        {c.terms && (
          <button
            type="button"
            className="verb"
            onClick={() => void attempt(() => told(api.DELETE('/api/collections/{id}/terms', { params: { path } })))}
          >
            Take them back
          </button>
        )}
        <button className="text-verdigris-word hover:text-word">Enter them</button>
      </p>
    </form>
  );
}
