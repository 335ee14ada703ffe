import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api, told } from '../../api/client';
import type { Photo } from '../../api/types';
import { useDeckId, useHeader } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { photoUrl } from '../../deck/photoUrl';
import { Evidence } from './Evidence';
import { OwnNameDialog } from './OwnNameDialog';
import { PermissionDialog } from './PermissionDialog';
import { useRecord } from './useRecord';

/** A photo's record: what is known, what sources said, and every way to settle what is not. */
export function SettleDialog({ photo, onClose }: { photo: Photo; onClose(): void }) {
  const { correct, own, notOwn, reread } = useRecord(photo.id);
  const { speaker } = useHeader();
  const [naming, setNaming] = useState(false);
  const [permission, setPermission] = useState(false);
  const [looking, setLooking] = useState(photo.unclear && photo.offers.length === 0);
  if (naming) return <OwnNameDialog photo={photo} onClose={() => setNaming(false)} />;
  if (permission) return <PermissionDialog photo={photo} onClose={() => setPermission(false)} />;
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={photo.unclear ? 'Settle where this photo is from' : 'The record of this photo'}
      wide
    >
      <div className="mt-3 flex gap-5 narrow:flex-col">
        <img src={photoUrl(photo, 320)} alt="" className="max-h-40 max-w-56 self-start object-contain" />
        <div className="min-w-0 flex-1">
          <Line label="Title" value={photo.title} onCommit={(title) => correct({ title })} />
          <Line label="Maker" value={photo.maker} onCommit={(maker) => correct({ maker })} needed />
          <Line label="Source" value={photo.sourceUrl ?? ''} onCommit={(sourceUrl) => correct({ sourceUrl })} />
          <Line
            label="Licence"
            value={photo.licenceName ? photo.licenceName : ''}
            hint={photo.licenceAsFound}
            onCommit={(licence) => correct({ licence })}
            needed={!photo.ownWork && !photo.permission}
          />
          <Line
            label="Public domain"
            value={photo.publicDomainReason}
            hint="why it is in the public domain, if it is"
            onCommit={(publicDomainReason) => correct({ publicDomainReason })}
          />
          <Line
            label="Done before"
            value={photo.earlierChanges}
            hint="changes that its source tells of"
            onCommit={(earlierChanges) => correct({ earlierChanges })}
          />
          {photo.ownWork && <p className="mt-1 text-quiet">Your own photo.</p>}
          {photo.permission && <p className="mt-1 text-quiet">By permission of {photo.permission}.</p>}
          {photo.machineMade && <p className="mt-1 text-marigold">The file says that it was made by a machine.</p>}
        </div>
      </div>
      {photo.offers.length > 0 && (
        <div className="mt-3 border-l-2 border-marigold pl-3">
          <p className="text-marigold">
            {photo.offers[0]!.of === 'choice'
              ? 'The source lets you choose. One of these is kept, and that you chose it.'
              : 'These licences were found beside the photo. Nothing says that they hold for the photo itself.'}
          </p>
          <ul className="mt-1 flex flex-col gap-1">
            {photo.offers.map((o, n) => (
              <li key={o.said + o.licence} className="flex items-baseline gap-4">
                <span className="min-w-0 flex-1">
                  {o.licence}
                  {o.of !== 'choice' && <span className="text-quiet"> of {o.of}</span>}
                  {o.maker && <span className="text-quiet">, with the name {o.maker}</span>}
                  {o.of !== 'choice' && <span className="block truncate text-small text-quiet">{o.said}</span>}
                </span>
                <Button kind="link" onClick={() => void correct({ offer: n })}>
                  {o.of === 'choice' ? 'Take this' : 'It holds for the photo'}
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {photo.conflicts.map((c) => (
        <div key={c.field} className="mt-3 border-l-2 border-marigold pl-3">
          <p className="text-marigold">Two sources say different things of the {c.field}.</p>
          <ul className="mt-1 grid grid-cols-2 gap-3 narrow:grid-cols-1">
            {c.said.map((s) => (
              <li key={s.source + s.value}>
                <span className="text-small text-quiet">{s.source}</span>
                <br />
                {s.value}{' '}
                {(c.field === 'maker' || c.field === 'title' || c.field === 'licence') && (
                  <Button kind="link" onClick={() => void correct({ [c.field]: s.value, settle: true })}>
                    Take this
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
      {photo.sourceNowSays && (
        <p className="mt-3 border-l-2 border-marigold pl-3 text-marigold">
          The source now says: {photo.sourceNowSays}. When the photo was taken it said:{' '}
          {photo.licenceAsFound || 'nothing'}.{' '}
          <Button kind="link" onClick={() => void correct({ settle: true })}>
            Keep what it said then
          </Button>
        </p>
      )}
      <p className="mt-4 flex flex-wrap gap-x-6 gap-y-1 border-t border-line pt-3">
        <Verb on={looking} act={() => setLooking(!looking)}>
          Look for the original
        </Verb>
        <Verb
          act={() => {
            if (photo.ownWork) void notOwn();
            else if (photo.maker === '' && speaker === '') setNaming(true);
            else void own(speaker);
          }}
        >
          {photo.ownWork ? 'Not my own photo' : 'It is my own photo'}
        </Verb>
        <Verb act={() => setPermission(true)}>Record a permission</Verb>
        {photo.sourceUrl && <Verb act={() => void reread()}>Read the source again</Verb>}
      </p>
      {looking && <Origins photo={photo} onClose={onClose} />}
      <details className="mt-4 border-t border-line pt-3">
        <summary className="cursor-pointer text-quiet">What sources said, word for word</summary>
        <Evidence photoId={photo.id} />
      </details>
      <div className="mt-4 text-right">
        <Button kind="verb" onClick={onClose}>
          Close
        </Button>
      </div>
    </Dialog>
  );
}

function Verb({ act, on, children }: { act(): void; on?: boolean; children: ReactNode }) {
  return (
    <Button kind="verb" aria-pressed={on} onClick={act}>
      {children}
    </Button>
  );
}

function Line({
  label,
  value,
  hint = '',
  needed = false,
  onCommit,
}: {
  label: string;
  value: string;
  hint?: string;
  needed?: boolean;
  onCommit(text: string): Promise<boolean>;
}) {
  const [text, setText] = useState<string | null>(null);
  const commit = () => {
    if (text !== null && text.trim() !== value) void onCommit(text.trim()).then((done) => done && setText(null));
    else setText(null);
  };
  return (
    <label className="flex items-baseline gap-3 py-0.5">
      <span className="w-24 shrink-0 text-quiet">{label}</span>
      <input
        className={`min-w-0 flex-1 truncate border-b border-line bg-transparent outline-none focus:border-verdigris ${needed ? 'placeholder:text-marigold' : 'placeholder:text-quiet'}`}
        value={text ?? value}
        placeholder={hint || (needed ? 'not found' : 'none')}
        onChange={(e) => setText(e.target.value)}
        onBlur={commit}
        onKeyDown={(e) => {
          if (e.key === 'Enter') e.currentTarget.blur();
        }}
      />
    </label>
  );
}

/** Pictures found or fetched that look the same and have a record. */
function Origins({ photo, onClose }: { photo: Photo; onClose(): void }) {
  const deckId = useDeckId();
  const { adopt } = useRecord(photo.id);
  const [busy, setBusy] = useState('');
  const origins = useQuery({
    queryKey: ['origins', deckId, photo.id],
    gcTime: 0,
    queryFn: () =>
      told(
        api.POST('/api/decks/{id}/photos/{photoId}/origins', { params: { path: { id: deckId, photoId: photo.id } } }),
      ),
  });
  if (!origins.data)
    return (
      <p className="mt-3 text-quiet">
        Comparing it with everything found so far, and with what the collections have for its point.
      </p>
    );
  if (origins.data.length === 0)
    return (
      <p className="mt-3 text-quiet">
        Nothing found or fetched so far looks like it. Search in Gather for what it shows, then look again.
      </p>
    );
  return (
    <ul className="mt-3 flex flex-col gap-3">
      {origins.data.map(({ candidate: c, distance }) => (
        <li key={c.collection + c.id} className="flex gap-4 bg-deep p-3">
          <img src={c.thumbnail} alt="" className="h-20 object-contain" />
          <div className="min-w-0 flex-1">
            <p className="truncate font-semibold">{c.title || 'Untitled'}</p>
            <p className="text-quiet">
              by {c.maker || 'unknown maker'}, {c.licence}, {c.sources[0]?.name}
            </p>
            <p className="text-small text-quiet">
              {distance === 0 ? 'Looks exactly the same' : 'Looks the same'}
              {c.sizeKnown && `, ${c.width} x ${c.height} instead of ${photo.width} x ${photo.height}`}
            </p>
          </div>
          <Button
            kind="solid"
            className="self-center"
            disabled={busy !== ''}
            onClick={() => {
              setBusy(c.id);
              void adopt(c.collection, c.id).then((done) => (done ? onClose() : setBusy('')));
            }}
          >
            {busy === c.id ? 'Taking it' : 'Adopt it'}
          </Button>
        </li>
      ))}
    </ul>
  );
}
