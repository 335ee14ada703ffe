import { cx } from 'class-variance-authority';
import { useState } from 'react';
import type { CreditSpan, Finding, Fix, LedgerRow, Photo } from '../../api/types';
import { choose } from '../../deck/choice';
import { edit } from '../../deck/edit';
import { goTo } from '../../deck/navigate';
import { useHeader, usePhoto, useSlideOrder } from '../../deck/store';
import { Button } from '../../ui/Button';
import { ClearStar } from '../../ui/Star';
import { photoUrl } from '../../deck/photoUrl';
import { OwnNameDialog } from '../settle/OwnNameDialog';
import { PermissionDialog } from '../settle/PermissionDialog';
import { SettleDialog } from '../settle/SettleDialog';
import { useRecord } from '../settle/useRecord';
import { texts } from '../../texts';

const tones = { clear: 'text-ink-quiet', toSettle: 'text-marigold-ink', blocked: 'text-madder-ink' } as const;

/**
 * A row of the ledger: the picture, the credit as it will read, where it is used, what is unsettled and what can be
 * done.
 */
export function LedgerEntry({ row }: { row: LedgerRow }) {
  const order = useSlideOrder();
  const photo = usePhoto(row.photoId);
  const [open, setOpen] = useState(false);
  return (
    <li
      className={cx(
        'grid grid-cols-[104px_minmax(0,1fr)_auto_72px] gap-x-4 border-t border-rule py-3',
        'narrow:grid-cols-[72px_minmax(0,1fr)] narrow:[&>:nth-child(n+3)]:col-start-2',
        'narrow:[&>:nth-child(n+3)]:text-left',
      )}
    >
      {photo ? (
        <img src={photoUrl(photo, 240)} alt="" className="h-16.5 w-26 object-cover narrow:h-12 narrow:w-18" />
      ) : (
        <span />
      )}
      <div className="min-w-0">
        <Spans spans={row.credit} />
        {row.fileFault && <FileFault row={row} />}
        {row.findings.map((f) => (
          <div key={f.code}>
            <p className={tones[f.standing]}>{f.sentence}</p>
            {photo && <Fixes finding={f} photo={photo} />}
          </div>
        ))}
        {row.findings.length === 0 && row.why && <p className={tones.clear}>{row.why}</p>}
        {photo?.ownWork && <OwnWork photo={photo} />}
        <Button
          className="mt-1 block border-b border-ink-quiet/60 text-small text-ink-quiet hover:text-verdigris-ink"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
        >
          {open ? texts.credit.less : texts.credit.whatIsOwedAndWhy}
        </Button>
        {open && <Owed row={row} photo={photo} />}
      </div>
      <p className="flex flex-wrap gap-x-2 font-mono text-small">
        {row.slides.length === 1 ? texts.credit.slide : texts.credit.slides}
        {row.slides.map((n) => (
          <Button
            key={n}
            className={cx(
              '-mt-0.5 h-6 min-w-6 text-center underline decoration-ink-quiet decoration-1',
              'underline-offset-3 hover:text-verdigris-ink',
            )}
            aria-label={texts.credit.goToSlide(n)}
            onClick={() => {
              const slide = order[n - 1];
              if (!slide) return;
              choose(slide);
              goTo('compose');
            }}
          >
            {n}
          </Button>
        ))}
      </p>
      <p className={`text-right ${tones[row.standing]}`}>
        {row.standing === 'clear' && row.fileFault ? (
          <span className="text-madder-ink">{texts.credit.damaged}</span>
        ) : row.standing === 'clear' ? (
          <span className="inline-flex items-center gap-1.5">
            {texts.credit.clear}
            <ClearStar className="text-ink" />
          </span>
        ) : row.standing === 'blocked' ? (
          'blocked'
        ) : (
          texts.credit.toSettle
        )}
      </p>
    </li>
  );
}

/** That it is the speaker's own photo, and the way back from having said so. */
function OwnWork({ photo }: { photo: Photo }) {
  const { notOwn } = useRecord(photo.id);
  return (
    <p className="text-ink-quiet">
      {texts.credit.youSaidThatItIs}
      <Button kind="link" onClick={() => void notOwn()}>
        {texts.credit.takeThatBack}
      </Button>
    </p>
  );
}

/** A photo whose file is gone bad, and the way to have it again. */
function FileFault({ row }: { row: LedgerRow }) {
  const { retake } = useRecord(row.photoId);
  const [busy, setBusy] = useState(false);
  return (
    <p className="text-madder-ink">
      {row.fileFault}{' '}
      {busy ? (
        texts.credit.itIsBeingTakenAgain
      ) : (
        <Button kind="link" onClick={() => (setBusy(true), void retake().finally(() => setBusy(false)))}>
          {texts.credit.takeItAgain}
        </Button>
      )}
    </p>
  );
}

function Spans({ spans }: { spans: CreditSpan[] }) {
  return (
    <span className="font-mono text-body">
      {spans.map((s, i) =>
        s.href ? (
          <a
            key={i}
            href={s.href}
            target="_blank"
            rel="noreferrer"
            className="border-b border-ink-quiet/60 hover:text-verdigris-ink"
          >
            {s.text}
          </a>
        ) : (
          <span key={i}>{s.text}</span>
        ),
      )}
    </span>
  );
}

const names: Record<Fix, string> = {
  showWhole: texts.credit.showItWhole,
  swap: texts.credit.swap,
  recordPermission: texts.credit.recordAPermission,
  confirmOffer: texts.credit.sayWhetherItHolds,
  adoptSource: texts.credit.lookForTheOriginal,
  correctRecord: texts.credit.correctTheRecord,
  makeFree: texts.credit.theTalkIsFree,
  keepInRoom: texts.credit.handNothingOn,
  ownWork: texts.credit.myOwnPhoto,
  decide: texts.credit.itMayBeShownSo,
  keepEarlier: texts.credit.keepWhatItSaidThen,
  creditsPage: texts.credit.putTheCreditsPageBack,
  creditOnSlide: texts.credit.showItOnTheSlide,
  separate: texts.credit.takeThePictureApart,
  forbidAdapting: texts.credit.othersMayNotChangeIt,
  remove: texts.credit.remove,
};

/** What can be done about a finding, each one action. */
function Fixes({ finding, photo }: { finding: Finding; photo: Photo }) {
  const { use, speaker } = useHeader();
  const { correct, own } = useRecord(photo.id);
  const [dialog, setDialog] = useState<'permission' | 'settle' | 'name' | null>(null);
  const photoId = photo.id;
  const act: Record<Fix, () => void> = {
    showWhole: () => void edit({ kind: 'show-whole', photoId }),
    swap: () => void edit({ kind: 'swap-photo', photoId }),
    remove: () => void edit({ kind: 'remove-photo', photoId }),
    creditsPage: () => void edit({ kind: 'add-credits-slide' }),
    creditOnSlide: () => void edit({ kind: 'set-credit-style', place: 'corner' }),
    separate: () => void edit({ kind: 'separate-photo', photoId }),
    forbidAdapting: () => void edit({ kind: 'set-declared-use', use: { ...use, othersMayAdapt: false } }),
    decide: () => void edit({ kind: 'decide-change', photoId, stands: true }),
    makeFree: () => void edit({ kind: 'set-declared-use', use: { ...use, commercial: false } }),
    keepInRoom: () => void edit({ kind: 'set-declared-use', use: { ...use, handedOn: false, recorded: false } }),
    ownWork: () => (photo.maker === '' && speaker === '' ? setDialog('name') : void own(speaker)),
    keepEarlier: () => void correct({ settle: true }),
    recordPermission: () => setDialog('permission'),
    confirmOffer: () => setDialog('settle'),
    adoptSource: () => setDialog('settle'),
    correctRecord: () => setDialog('settle'),
  };
  // Two fixes that open the same dialog are one to the hand.
  const fixes = finding.fixes.filter(
    (f) => f !== 'correctRecord' || !(finding.fixes.includes('adoptSource') || finding.fixes.includes('confirmOffer')),
  );
  return (
    <p className="flex flex-wrap gap-x-5 gap-y-0.5 pt-0.5">
      {fixes.map((f) => (
        <Button key={f} kind="link" onClick={act[f]}>
          {names[f]}
        </Button>
      ))}
      {dialog === 'permission' && <PermissionDialog photo={photo} onClose={() => setDialog(null)} />}
      {dialog === 'name' && <OwnNameDialog photo={photo} onClose={() => setDialog(null)} />}
      {dialog === 'settle' && <SettleDialog photo={photo} onClose={() => setDialog(null)} />}
    </p>
  );
}

/** Obligations with their reasons, and the way to the evidence. */
function Owed({ row, photo }: { row: LedgerRow; photo: Photo | undefined }) {
  const [record, setRecord] = useState(false);
  return (
    <div className="mt-2 border-l border-rule pl-4 text-small">
      {row.changes && <p>{texts.credit.doneToIt(row.changes)}</p>}
      {photo?.licenceAsFound && (
        <p className="break-words">
          {texts.credit.theSourceSaysReadAs(photo.licenceAsFound)}
          {photo.licenceName ||
            (photo.offers.length > 0 ? texts.credit.aChoiceToBeMade : texts.credit.noLicenceThatIsClear)}
          .
        </p>
      )}
      {row.findings.map((f) => (
        <p key={f.code} className="mt-1">
          {f.reason.term}{' '}
          <span className="text-ink-quiet">{[f.reason.section, f.reason.trigger].filter(Boolean).join('; ')}</span>
        </p>
      ))}
      {row.obligations.length > 0 ? (
        <ul>
          {row.obligations.map((o) => (
            <li key={o.what} className="mt-1">
              <span className={o.met ? '' : 'text-marigold-ink'}>{o.reason.term}</span> {o.how}{' '}
              <span className="text-ink-quiet">{o.reason.section}</span>
            </li>
          ))}
        </ul>
      ) : (
        row.findings.length === 0 && <p>{texts.credit.nothingIsOwed}</p>
      )}
      <p className="mt-2 flex gap-5">
        {photo && (
          <Button kind="link" onClick={() => setRecord(true)}>
            {texts.credit.theRecordAndWhatSources}
          </Button>
        )}
        {row.decided && (
          <Button kind="link" onClick={() => void edit({ kind: 'decide-change', photoId: row.photoId, stands: false })}>
            {texts.credit.takeTheDecisionBack}
          </Button>
        )}
      </p>
      {record && photo && <SettleDialog photo={photo} onClose={() => setRecord(false)} />}
    </div>
  );
}
