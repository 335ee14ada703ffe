import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { api, errorText, unwrap } from '../../api/client';
import type { Job, TalkImportReport } from '../../api/types';
import { uploadTalk, talkFiles } from '../../deck/uploadTalk';
import { finished, open, useJobs } from '../../deck/jobs';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { useNotices } from '../../ui/useNotices';
import { texts } from '../../texts';

/** The ways in for what was made elsewhere: opened as a talk, or checked for what its pictures are. */
export function ImportTalk() {
  const navigate = useNavigate();
  const client = useQueryClient();
  const say = useNotices((s) => s.say);
  const file = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const check = useRef<HTMLInputElement>(null);
  const [sent, setSent] = useState<number | null>(null);
  const [job, setJob] = useState<Job | null>(null);
  const [report, setReport] = useState<TalkImportReport | null>(null);
  const live = useJobs((s) => (job ? (s.byId[job.id] ?? job) : null));
  const take = async (files: FileList | null, what: 'read' | 'check') => {
    if (!files || files.length === 0) return;
    setSent(0);
    try {
      const started = await uploadTalk([...files], what, setSent);
      setSent(null);
      setJob(started);
      const end = await finished(started);
      setJob(null);
      if (end.state !== 'done') return;
      if (what === 'check') await navigate(`/check/${end.id}`);
      else {
        const read = await unwrap(api.GET('/api/incoming/reports/{jobId}', { params: { path: { jobId: end.id } } }));
        await client.invalidateQueries({ queryKey: ['decks'] });
        // Where nothing is to be told, the talk itself is the answer.
        if (read.told.length === 0) await navigate(`/deck/${read.deckId}/compose`);
        else setReport(read);
      }
    } catch (error) {
      say(errorText(error), 'refused');
    } finally {
      setSent(null);
      setJob(null);
    }
  };
  const input = (ref: typeof file, what: 'read' | 'check', name: string, whole = false) => (
    <input
      ref={ref}
      type="file"
      multiple
      accept={whole ? undefined : talkFiles}
      // A folder is chosen as one; the attribute is not in the types of React.
      {...(whole ? ({ webkitdirectory: '' } as object) : {})}
      className="hidden"
      aria-label={name}
      onChange={(e) => {
        void take(e.target.files, what);
        e.target.value = '';
      }}
    />
  );
  const busy = sent !== null || (live !== null && open(live));
  const far = sent ?? live?.progress ?? 0;
  return (
    <div className="flex max-w-4xl flex-wrap items-baseline gap-x-5 gap-y-1">
      <span className="text-ink-quiet">{texts.incoming.madeElsewhere}</span>
      <Button kind="link" disabled={busy} onClick={() => file.current?.click()}>
        {texts.incoming.openAFile}
      </Button>
      <Button kind="link" disabled={busy} onClick={() => folder.current?.click()}>
        {texts.incoming.openAFolder}
      </Button>
      <Button kind="link" disabled={busy} onClick={() => check.current?.click()}>
        {texts.incoming.checkADeck}
      </Button>
      {input(file, 'read', texts.incoming.fileToOpen)}
      {input(folder, 'read', texts.incoming.folderToOpen, true)}
      {input(check, 'check', texts.incoming.fileToCheck)}
      {busy && (
        <span className="flex min-w-60 flex-1 items-center gap-3">
          <span
            className="h-1.5 grow bg-rule"
            role="progressbar"
            aria-label={sent !== null ? texts.incoming.bringing : texts.incoming.reading}
            aria-valuenow={Math.round(far * 100)}
          >
            <span className="block h-full bg-verdigris-ink" style={{ width: `${far * 100}%` }} />
          </span>
          {live && open(live) && (
            <Button
              kind="link"
              onClick={() => void api.DELETE('/api/jobs/{jobId}', { params: { path: { jobId: live.id } } })}
            >
              {texts.incoming.stop}
            </Button>
          )}
        </span>
      )}
      <Dialog
        open={report !== null}
        onOpenChange={() => setReport(null)}
        title={report ? texts.incoming.isHere(report.title) : ''}
        description={report ? texts.incoming.holds(report.slides, report.photos) : undefined}
        wide
      >
        <h3 className="mt-4 font-semibold">{texts.incoming.toKnow}</h3>
        <ul className="mt-2 flex max-h-80 list-disc flex-col gap-1.5 overflow-auto pl-5" tabIndex={0}>
          {report?.told.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <div className="mt-5 flex justify-end gap-5">
          <Button kind="verb" onClick={() => setReport(null)}>
            {texts.incoming.stayHere}
          </Button>
          <Button kind="solid" onClick={() => report && void navigate(`/deck/${report.deckId}/compose`)}>
            {texts.incoming.openTheTalk}
          </Button>
        </div>
      </Dialog>
    </div>
  );
}
