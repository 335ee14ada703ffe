import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, errorText, Refusal, unwrap } from '../api/client';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { useNotices } from '../ui/useNotices';
import { texts } from '../texts';

const t = texts.podium;
const lookEvery = 4000;

/**
 * The podium on another device: a link with a secret of this sitting, to copy or to photograph, which can be withdrawn.
 * Nothing listens to other devices until it is asked for.
 */
export function PodiumLink({ deckId }: { deckId: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button kind="verb" onClick={() => setOpen(true)}>
        {t.onAnotherDevice}
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title={t.onAnotherDevice} description={t.whoHasTheLink} wide>
        <Link deckId={deckId} onEnded={() => setOpen(false)} />
      </Dialog>
    </>
  );
}

function Link({ deckId, onEnded }: { deckId: string; onEnded(): void }) {
  const client = useQueryClient();
  const say = useNotices((n) => n.say);
  const path = { params: { path: { id: deckId } } };
  const queryKey = ['podium', deckId];
  // Asking for it opens it, once; where it is open, it stays the same. From then on it is only looked at, so that a
  // link that another window ended stays ended.
  const opened = useQuery({
    queryKey: [...queryKey, 'opened'],
    queryFn: () => unwrap(api.POST('/api/decks/{id}/podium', path)),
    staleTime: Infinity,
    gcTime: 0,
  });
  const seen = useQuery({
    queryKey,
    enabled: opened.isSuccess,
    queryFn: () => unwrap(api.GET('/api/decks/{id}/podium', path)),
    retry: false,
    refetchInterval: (q) => (q.state.error ? false : lookEvery),
    gcTime: 0,
  });
  const link = seen.data ?? opened.data;
  const error = opened.error ?? seen.error;
  const ended = seen.error instanceof Refusal && seen.error.status === 404;
  const [ending, setEnding] = useState(false);
  const end = async () => {
    setEnding(true);
    await client.cancelQueries({ queryKey });
    try {
      await unwrap(api.DELETE('/api/decks/{id}/podium', path));
      say(t.theLinkLeadsNowhere);
      onEnded();
    } catch (problem) {
      say(errorText(problem), 'refused');
      setEnding(false);
    }
  };
  if (ended && !ending) return <p className="mt-4">{t.theLinkLeadsNowhere}</p>;
  if (error && !link) return <p className="mt-4 text-marigold">{errorText(error)}</p>;
  if (!link) return <p className="mt-4 text-quiet">{t.theLinkIsBeingMade}</p>;
  return (
    <>
      {link.addresses.length === 0 && <p className="mt-4">{t.inNoNetwork}</p>}
      <ul className="mt-4 flex flex-col gap-5">
        {link.addresses.map((a) => (
          <li key={a.address} className="flex gap-5 narrow:flex-col">
            <img
              src={a.picture}
              alt={t.theLinkAsAPicture}
              className="size-44 shrink-0 bg-white p-1 [image-rendering:pixelated]"
            />
            <div className="min-w-0 flex-1">
              <p className="font-mono text-small break-all select-all">{a.address}</p>
              <Button
                kind="link"
                className="mt-3"
                onClick={() => void copy(a.address).then((done) => say(done ? t.linkCopied : a.address))}
              >
                {t.copyLink}
              </Button>
            </div>
          </li>
        ))}
      </ul>
      {link.missing !== '' && <p className="mt-4 border-l-2 border-marigold pl-3 text-marigold">{link.missing}</p>}
      <p className="mt-5 flex items-baseline gap-5 text-quiet" role="status">
        <span className="flex-1">{t.devices(link.devices)}</span>
        <Button kind="verb" disabled={ending} onClick={() => void end()}>
          {t.endTheLink}
        </Button>
      </p>
    </>
  );
}

const copy = (text: string) =>
  navigator.clipboard?.writeText(text).then(
    () => true,
    () => false,
  ) ?? Promise.resolve(false);
