import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { api, errorText, unwrap } from '../../api/client';
import type { CopyRequest, CopyForm, Job, MadeCopy, Room, RoomLine } from '../../api/types';
import { editsSettled } from '../../deck/edit';
import { finished, open, useJobs } from '../../deck/jobs';
import { rules } from '../../deck/rules';
import { useDeckId, useDeckStore } from '../../deck/store';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';
import { bytes, moment } from './bytes';
import { Fixes } from './RoomCheck';

type Purpose = 'show' | 'edit' | 'read' | 'pictures' | 'keep';

/** Copies to hand on, by what they are for. Where something is blocked or reads poorly, that is said first. */
export function Copies({ room, pages }: { room: Room | undefined; pages: number }) {
  const id = useDeckId();
  const say = useNotices((s) => s.say);
  const queries = useQueryClient();
  const made = useQuery({
    queryKey: ['copies', id, useDeckStore((d) => d.revision)],
    placeholderData: (before) => before,
    queryFn: () => unwrap(api.GET('/api/decks/{id}/copies', { params: { path: { id } } })),
  }).data;
  const [jobs, setJobs] = useState<Partial<Record<Purpose, Job>>>({});
  const [asking, setAsking] = useState<{ lines: RoomLine[]; purpose: Purpose; asked: CopyRequest } | null>(null);
  const [listed, setListed] = useState(false);
  const [differs, setDiffers] = useState<CopyForm | null>(null);
  // Where something moves, each press can have a page of its own.
  const moving = useDeckStore((d) => d.slideOrder.some((s) => (d.slides[s]?.cues.length ?? 0) > 0));
  const noted = useDeckStore((d) => d.slideOrder.some((s) => (d.slides[s]?.notes ?? '') !== ''));
  const [asked, setAsked] = useState<Omit<CopyRequest, 'form' | 'onlyShown'>>({
    states: false,
    notes: false,
    perSheet: 1,
    picture: 'png',
    width: 1920,
  });
  const [forms, setForms] = useState({ show: 'web', edit: 'pptx', read: 'pdf', pictures: 'pictures' } as Record<
    Exclude<Purpose, 'keep'>,
    CopyForm
  >);
  const first = room?.lines.filter((l) => l.holdsUp) ?? [];
  // How it stands is asked for anew, once every edit is in: what is shown may be a moment old.
  const begin = async (purpose: Purpose, form: CopyForm) => {
    const wanted = { ...asked, states: moving && asked.states, onlyShown: cuts(form), form };
    try {
      await editsSettled();
      const now = await unwrap(api.GET('/api/decks/{id}/copies/check', { params: { path: { id }, query: { form } } }));
      const lines = now.lines.filter((l) => l.holdsUp);
      if (lines.length === 0) await make(purpose, wanted);
      else setAsking({ lines, purpose, asked: wanted });
    } catch (error) {
      say(errorText(error), 'refused');
    }
  };
  const make = async (purpose: Purpose, wanted: CopyRequest) => {
    setAsking(null);
    try {
      const started = await unwrap(api.POST('/api/decks/{id}/copies', { params: { path: { id } }, body: wanted }));
      setJobs((j) => ({ ...j, [purpose]: started }));
      const end = await finished(started);
      setJobs((j) => ({ ...j, [purpose]: end }));
      void queries.invalidateQueries({ queryKey: ['copies', id] });
      // Asked for and ready: it is saved, without a second press.
      if (end.state === 'done' && end.result) save(end.result);
    } catch (error) {
      say(errorText(error), 'refused');
    }
  };
  const remove = async (copy: MadeCopy) => {
    try {
      await unwrap(api.DELETE('/api/decks/{id}/copies/{jobId}', { params: { path: { id, jobId: copy.id } } }));
      await queries.invalidateQueries({ queryKey: ['copies', id] });
      // What is gone is not offered.
      setJobs((j) => Object.fromEntries(Object.entries(j).filter(([, of]) => of.id !== copy.id)));
    } catch (error) {
      say(errorText(error), 'refused');
    }
  };
  const choose = (purpose: Exclude<Purpose, 'keep'>, choices: [CopyForm, string][]) => (
    <Choices
      choices={choices}
      chosen={forms[purpose]}
      onChoose={(form) => setForms((f) => ({ ...f, [purpose]: form }))}
    />
  );
  const notes = noted && (
    <Button kind="verb" aria-pressed={asked.notes} onClick={() => setAsked({ ...asked, notes: !asked.notes })}>
      {texts.give.withMyNotes}
    </Button>
  );
  // What is kept whole and what is handed on cut are two wishes.
  const [cut, setCut] = useState({ edit: false, keep: false });
  const cuts = (form: CopyForm) => cut[form === 'bundle' ? 'keep' : 'edit'];
  const onlyShown = (of: 'edit' | 'keep') => (
    <Button
      kind="verb"
      aria-pressed={cut[of]}
      title={texts.give.onlyWhatIsShownText}
      onClick={() => setCut({ ...cut, [of]: !cut[of] })}
    >
      {texts.give.onlyWhatIsShown}
    </Button>
  );
  const differ = (form: CopyForm) => (
    <Button kind="link" onClick={() => setDiffers(form)}>
      {texts.give.whatWillDiffer}
    </Button>
  );
  const section = (purpose: Purpose, form: CopyForm, button: string, more?: ReactNode) => (
    <Making
      job={jobs[purpose]}
      button={pages > 0 || purpose === 'keep' ? button : null}
      onMake={() => void begin(purpose, form)}
      more={more}
    />
  );
  return (
    <aside
      aria-label={texts.give.copiesToHandOn}
      className="overflow-auto bg-panel px-5.5 py-6 narrow:px-4 narrow:py-3"
    >
      <h2 className="text-head font-semibold">{texts.give.copiesToHandOn}</h2>
      {first.length > 0 && (
        <p className="mt-2 text-marigold">{texts.give.firstSeenToOrHanded(first.map((l) => l.title).join('; '))}</p>
      )}
      <Part title={texts.give.toRead} text={texts.give.toReadText(pages)}>
        {choose('read', [
          ['pdf', texts.give.slidesForm],
          ['handout', texts.give.withNotesForm],
        ])}
        {forms.read === 'handout' ? (
          <Choices
            choices={rules().slidesOnASheet.map((n) => [n, texts.give.onASheet(n)])}
            chosen={asked.perSheet ?? 1}
            onChoose={(perSheet) => setAsked({ ...asked, perSheet })}
          />
        ) : (
          (moving || noted) && (
            <p className="flex flex-wrap gap-x-4">
              {moving && (
                <Button
                  kind="verb"
                  aria-pressed={asked.states}
                  onClick={() => setAsked({ ...asked, states: !asked.states })}
                >
                  {texts.give.aPageForEachPress}
                </Button>
              )}
              {notes}
            </p>
          )
        )}
        {section('read', forms.read, texts.give.makeThePdf)}
      </Part>
      <Part title={texts.give.toShowElsewhere} text={texts.give.toShowElsewhereText}>
        {choose('show', [
          ['web', texts.give.oneFile],
          ['webFolder', texts.give.aFolder],
        ])}
        {notes}
        {section('show', forms.show, texts.give.makeThePage, differ(forms.show))}
      </Part>
      <Part title={texts.give.toEditElsewhere} text={texts.give.toEditElsewhereText}>
        {choose('edit', [
          ['pptx', texts.give.openXml],
          ['odp', texts.give.openDocument],
        ])}
        <p className="flex flex-wrap gap-x-4">
          {notes}
          {onlyShown('edit')}
        </p>
        {section('edit', forms.edit, texts.give.makeTheFile, differ(forms.edit))}
      </Part>
      <Part title={texts.give.asPictures} text={texts.give.asPicturesText}>
        {choose('pictures', [
          ['pictures', texts.give.everySlide],
          ['contactSheet', texts.give.contactSheet],
          ['placedPhotos', texts.give.photosAsPlaced],
        ])}
        {forms.pictures === 'pictures' && (
          <p className="flex items-center gap-3">
            <select
              aria-label={texts.give.pictureFormat}
              className="rounded-[3px] border border-edge bg-deep px-1.5 py-0.5"
              value={asked.picture}
              onChange={(e) => setAsked({ ...asked, picture: e.target.value as CopyRequest['picture'] })}
            >
              {(['png', 'jpeg', 'webp'] as const).map((f) => (
                <option key={f} value={f}>
                  {f.toUpperCase()}
                </option>
              ))}
            </select>
            <input
              type="number"
              aria-label={texts.give.pictureWidth}
              className="w-20 rounded-[3px] border border-edge bg-deep px-1.5 py-0.5 font-mono"
              value={asked.width}
              onChange={(e) => setAsked({ ...asked, width: Number(e.target.value) })}
            />
          </p>
        )}
        {section('pictures', forms.pictures, texts.give.makeThePictures)}
      </Part>
      <Part title={texts.give.toKeepEverything} text={texts.give.toKeepEverythingText}>
        <p>{onlyShown('keep')}</p>
        {section('keep', 'bundle', texts.give.makeTheBundle, differ('bundle'))}
      </Part>
      <Part title={texts.give.creditsAloneAndThePhotos} text={texts.give.asTextTableOrPage} />
      <Part title={texts.give.forOtherCollections} text={texts.give.whatWasGathered}>
        <p className="flex gap-5">
          {(
            [
              ['manifest.json', texts.give.iiifManifest],
              ['oai?verb=ListRecords&metadataPrefix=oai_dc', texts.give.oaiList],
            ] as const
          ).map(([path, name]) => (
            <a
              key={path}
              className="border-b border-verdigris text-verdigris-word hover:text-word"
              href={`/api/decks/${id}/gathered/${path}`}
              target="_blank"
              rel="noreferrer"
            >
              {name}
            </a>
          ))}
        </p>
      </Part>
      {(made?.length ?? 0) > 0 && (
        <p className="mt-4 border-t border-line pt-3">
          <Button kind="link" onClick={() => setListed(true)}>
            {texts.give.copiesMade(made!.length)}
          </Button>
        </p>
      )}
      <Dialog
        open={listed && (made?.length ?? 0) > 0}
        onOpenChange={() => setListed(false)}
        title={texts.give.copiesMadeTitle}
        description={texts.give.copiesMadeText}
      >
        <ul className="mt-4 flex max-h-96 flex-col gap-3 overflow-auto">
          {made?.map((copy) => (
            <li key={copy.id} className="border-t border-line pt-2">
              <span className="font-semibold">{copy.name}</span>
              <br />
              <span className="text-quiet">
                {texts.give.madeOf(bytes(copy.bytes), moment(copy.madeAt))}
                {', '}
                {copy.isCurrent ? texts.give.asItIsNow : texts.give.changedSince}
              </span>
              <span className="flex gap-5">
                <a
                  className="border-b border-verdigris text-verdigris-word hover:text-word"
                  href={copy.href}
                  download
                  aria-label={texts.give.saveCopyOf(copy.name)}
                >
                  {texts.give.saveIt}
                </a>
                <Button kind="verb" aria-label={texts.give.removeCopyOf(copy.name)} onClick={() => void remove(copy)}>
                  {texts.give.removeCopy}
                </Button>
              </span>
            </li>
          ))}
        </ul>
      </Dialog>
      <Differences form={differs} onlyShown={differs !== null && cuts(differs)} onClose={() => setDiffers(null)} />
      <Dialog
        open={asking !== null}
        onOpenChange={() => setAsking(null)}
        title={texts.give.beforeThisIsHandedOn}
        description={texts.give.theCopyCanBeMade}
      >
        <ul className="mt-4 flex flex-col gap-2">
          {asking?.lines.map((l) => (
            <li key={l.concern}>
              <span className="font-semibold text-madder-light">{l.title}.</span> {l.text}{' '}
              <Fixes line={l} onDone={() => asking && void begin(asking.purpose, asking.asked.form)} />
            </li>
          ))}
        </ul>
        <div className="mt-5 flex justify-end gap-5">
          <Button kind="verb" onClick={() => setAsking(null)}>
            {texts.give.seeToItFirst}
          </Button>
          <Button kind="solid" onClick={() => asking && void make(asking.purpose, asking.asked)}>
            {texts.give.makeItAsItIs}
          </Button>
        </div>
      </Dialog>
    </aside>
  );
}

// As a press on its link would.
function save(address: string) {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}

function Part({ title, text, children }: { title: string; text: string; children?: ReactNode }) {
  return (
    <section className="mt-4 flex flex-col gap-1.5 border-t border-line pt-3">
      <h3 className="text-lead font-semibold">{title}</h3>
      <p className="text-quiet">{text}</p>
      {children}
    </section>
  );
}

/** A few ways of one thing, as verbs side by side. */
function Choices<T extends string | number>({
  choices,
  chosen,
  onChoose,
}: {
  choices: [T, string][];
  chosen: T;
  onChoose(choice: T): void;
}) {
  return (
    <p className="flex flex-wrap gap-x-4">
      {choices.map(([choice, name]) => (
        <Button key={choice} kind="verb" aria-pressed={choice === chosen} onClick={() => onChoose(choice)}>
          {name}
        </Button>
      ))}
    </p>
  );
}

/** The button that makes a copy, how far it is, and where it is saved from. */
function Making({
  job,
  button,
  onMake,
  more,
}: {
  job: Job | undefined;
  button: string | null;
  onMake(): void;
  more?: ReactNode;
}) {
  const live = useJobs((s) => (job ? (s.byId[job.id] ?? job) : null));
  if (live && open(live))
    return (
      <div className="flex items-center gap-3">
        <div
          className="h-1.5 grow bg-line"
          role="progressbar"
          aria-label={texts.give.making(button ?? '')}
          aria-valuenow={Math.round(live.progress * 100)}
        >
          <div className="h-full bg-verdigris" style={{ width: `${live.progress * 100}%` }} />
        </div>
        <Button
          kind="verb"
          onClick={() => void api.DELETE('/api/jobs/{jobId}', { params: { path: { jobId: live.id } } })}
        >
          {texts.give.stopMaking}
        </Button>
      </div>
    );
  return (
    button !== null && (
      <p className="flex flex-wrap gap-x-5">
        <Button kind="link" onClick={onMake}>
          {button}
        </Button>
        {live?.state === 'done' && live.result && (
          <a className="border-b border-verdigris text-verdigris-word hover:text-word" href={live.result} download>
            {texts.give.saveIt}
          </a>
        )}
        {more}
      </p>
    )
  );
}

interface DifferencesProps {
  form: CopyForm | null;
  onlyShown?: boolean;
  onClose(): void;
}

/** What a file has otherwise than the talk, before it is made. */
function Differences({ form, onlyShown = false, onClose }: DifferencesProps) {
  const id = useDeckId();
  const revision = useDeckStore((d) => d.revision);
  const { data, error } = useQuery({
    queryKey: ['differences', id, form, onlyShown, revision],
    enabled: form !== null,
    queryFn: () =>
      unwrap(
        api.GET('/api/decks/{id}/copies/differences', { params: { path: { id }, query: { form: form!, onlyShown } } }),
      ),
  });
  return (
    <Dialog
      open={form !== null}
      onOpenChange={onClose}
      title={texts.give.whatWillDiffer}
      description={texts.give.differsText}
    >
      {error !== null && <p className="mt-4 text-madder-light">{errorText(error)}</p>}
      {data?.length === 0 && <p className="mt-4">{texts.give.nothingDiffers}</p>}
      <ul className="mt-4 flex max-h-96 list-disc flex-col gap-2 overflow-auto pl-5">
        {data?.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Dialog>
  );
}
