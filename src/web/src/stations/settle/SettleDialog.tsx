import { cx } from 'class-variance-authority';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api, unwrap } from '../../api/client';
import type { Photo } from '../../api/types';
import { useDeckId, useHeader } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { photoUrl } from '../../deck/photoUrl';
import { Evidence } from './Evidence';
import { OwnNameDialog } from './OwnNameDialog';
import { PermissionDialog } from './PermissionDialog';
import { useRecord } from './useRecord';
import { texts } from '../../texts';

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
      title={photo.unclear ? texts.settle.settleWhereThisPhotoIs : texts.settle.theRecordOfThisPhoto}
      wide
    >
      <div className="mt-3 flex gap-5 narrow:flex-col">
        <img src={photoUrl(photo, 320)} alt="" className="max-h-40 max-w-56 self-start object-contain" />
        <div className="min-w-0 flex-1">
          <Line label={texts.settle.title} value={photo.title} onCommit={(title) => correct({ title })} />
          <Line label={texts.settle.maker} value={photo.maker} onCommit={(maker) => correct({ maker })} needed />
          <Line
            label={texts.settle.source}
            value={photo.sourceUrl ?? ''}
            onCommit={(sourceUrl) => correct({ sourceUrl })}
          />
          <Line
            label={texts.settle.licence}
            value={photo.licenceName ? photo.licenceName : ''}
            hint={photo.licenceAsFound}
            onCommit={(licence) => correct({ licence })}
            needed={!photo.ownWork && !photo.permission}
          />
          <Line
            label={texts.settle.publicDomain}
            value={photo.publicDomainReason}
            hint={texts.settle.whyItIsInThe}
            onCommit={(publicDomainReason) => correct({ publicDomainReason })}
          />
          <Line
            label={texts.settle.doneBefore}
            value={photo.earlierChanges}
            hint={texts.settle.changesThatItsSourceTells}
            onCommit={(earlierChanges) => correct({ earlierChanges })}
          />
          {photo.updated !== null && (
            <Line
              label={texts.settle.lastUpdated}
              value={photo.updated}
              hint={texts.settle.whenTheSourceWasLastUpdated}
              onCommit={(updated) => correct({ updated })}
            />
          )}
          {photo.ownWork && <p className="mt-1 text-quiet">{texts.settle.yourOwnPhoto}</p>}
          {photo.permission && <p className="mt-1 text-quiet">{texts.settle.byPermissionOf(photo.permission)}</p>}
          {photo.machineMade && <p className="mt-1 text-marigold">{texts.settle.theFileSaysThatIt}</p>}
        </div>
      </div>
      {photo.offers.length > 0 && (
        <div className="mt-3 border-l-2 border-marigold pl-3">
          <p className="text-marigold">
            {photo.offers[0]!.of === 'choice'
              ? texts.settle.theSourceLetsYouChoose
              : texts.settle.theseLicencesWereFoundBeside}
          </p>
          <ul className="mt-1 flex flex-col gap-1">
            {photo.offers.map((o, n) => (
              <li key={o.said + o.licence} className="flex items-baseline gap-4">
                <span className="min-w-0 flex-1">
                  {o.licence}
                  {o.of !== 'choice' && (
                    <span className="text-quiet">
                      {texts.settle.of}
                      {o.of}
                    </span>
                  )}
                  {o.maker && (
                    <span className="text-quiet">
                      {texts.settle.withTheName}
                      {o.maker}
                    </span>
                  )}
                  {o.of !== 'choice' && <span className="block truncate text-small text-quiet">{o.said}</span>}
                </span>
                <Button kind="link" onClick={() => void correct({ offer: n })}>
                  {o.of === 'choice' ? texts.settle.takeThis : texts.settle.itHoldsForThePhoto}
                </Button>
              </li>
            ))}
          </ul>
        </div>
      )}
      {photo.reading && (
        <div className="mt-3 border-l-2 border-marigold pl-3">
          <p>
            {texts.settle.theSourceSays}
            {photo.reading.parts.map((p, n) =>
              p.understood ? (
                <span key={n}>{p.text}</span>
              ) : (
                <mark key={n} className="bg-transparent text-marigold underline decoration-wavy">
                  {p.text}
                </mark>
              ),
            )}
            {texts.settle.endOfWhatItSays}
          </p>
          <p className="text-quiet">
            {texts.settle.readsLikeBut(
              photo.reading.nearest,
              photo.reading.parts.filter((p) => !p.understood).map((p) => p.text),
            )}{' '}
            <Button kind="link" onClick={() => void correct({ confirmReading: true })}>
              {texts.settle.itIs(photo.reading.nearest)}
            </Button>
          </p>
        </div>
      )}
      {photo.conflicts.map((c) => (
        <div key={c.field} className="mt-3 border-l-2 border-marigold pl-3">
          <p className="text-marigold">{texts.settle.twoSourcesSayDifferentThings(c.field)}</p>
          <ul className="mt-1 grid grid-cols-2 gap-3 narrow:grid-cols-1">
            {c.said.map((s) => (
              <li key={s.source + s.value}>
                <span className="text-small text-quiet">{s.source}</span>
                <br />
                {s.value}{' '}
                {(c.field === 'maker' || c.field === 'title' || c.field === 'licence') && (
                  <Button kind="link" onClick={() => void correct({ [c.field]: s.value, settle: true })}>
                    {texts.settle.takeThis}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </div>
      ))}
      {photo.sourceNowSays && (
        <p className="mt-3 border-l-2 border-marigold pl-3 text-marigold">
          {texts.settle.theSourceNowSaysWhen(photo.sourceNowSays)}
          {photo.licenceAsFound || 'nothing'}.{' '}
          <Button kind="link" onClick={() => void correct({ settle: true })}>
            {texts.settle.keepWhatItSaidThen}
          </Button>
        </p>
      )}
      <p className="mt-4 flex flex-wrap gap-x-6 gap-y-1 border-t border-line pt-3">
        <Verb on={looking} act={() => setLooking(!looking)}>
          {texts.settle.lookForTheOriginal}
        </Verb>
        <Verb
          act={() => {
            if (photo.ownWork) void notOwn();
            else if (photo.maker === '' && speaker === '') setNaming(true);
            else void own(speaker);
          }}
        >
          {photo.ownWork ? texts.settle.notMyOwnPhoto : texts.settle.itIsMyOwnPhoto}
        </Verb>
        <Verb act={() => setPermission(true)}>{texts.settle.recordAPermission}</Verb>
        {photo.sourceUrl && <Verb act={() => void reread()}>{texts.settle.readTheSourceAgain}</Verb>}
      </p>
      {looking && <Origins photo={photo} onClose={onClose} />}
      <details className="mt-4 border-t border-line pt-3">
        <summary className="cursor-pointer text-quiet">{texts.settle.whatSourcesSaidWordFor}</summary>
        <Evidence photoId={photo.id} />
      </details>
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
    // What was typed since the answer was asked for stays.
    if (text !== null && text.trim() !== value)
      void onCommit(text.trim()).then((done) => done && setText((now) => (now === text ? null : now)));
    else setText(null);
  };
  return (
    <label className="flex items-baseline gap-3 py-0.5">
      <span className="w-24 shrink-0 text-quiet">{label}</span>
      <input
        className={cx(
          'min-w-0 flex-1 truncate border-b border-line bg-transparent outline-none',
          'focus:border-verdigris',
          needed ? 'placeholder:text-marigold' : 'placeholder:text-quiet',
        )}
        value={text ?? value}
        placeholder={hint || (needed ? texts.settle.notFound : texts.settle.none)}
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
      unwrap(
        api.POST('/api/decks/{id}/photos/{photoId}/origins', { params: { path: { id: deckId, photoId: photo.id } } }),
      ),
  });
  if (!origins.data) return <p className="mt-3 text-quiet">{texts.settle.comparingItWithEverythingFound}</p>;
  if (origins.data.length === 0) return <p className="mt-3 text-quiet">{texts.settle.nothingFoundOrFetchedSo}</p>;
  return (
    <ul className="mt-3 flex flex-col gap-3">
      {origins.data.map(({ candidate: c, distance }) => (
        <li key={c.collection + c.id} className="flex gap-4 bg-deep p-3">
          <img src={c.thumbnail} alt="" className="h-20 object-contain" />
          <div className="min-w-0 flex-1">
            <p className="truncate font-semibold">{c.title || 'Untitled'}</p>
            <p className="text-quiet">
              {texts.settle.by}
              {c.maker || texts.settle.unknownMaker}, {c.licence}, {c.sources[0]?.name}
            </p>
            <p className="text-small text-quiet">
              {distance === 0 ? texts.settle.looksExactlyTheSame : texts.settle.looksTheSame}
              {c.sizeKnown && texts.settle.xInsteadOfX(c.width, c.height, photo.width, photo.height)}
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
            {busy === c.id ? texts.settle.takingIt : texts.settle.adoptIt}
          </Button>
        </li>
      ))}
    </ul>
  );
}
