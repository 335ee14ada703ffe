import { useState } from 'react';
import { api, sentence, told } from '../../api/client';
import type { Job } from '../../api/types';
import { useChosenSlide } from '../../deck/choice';
import { goTo, show } from '../../deck/navigate';
import { useLedger } from '../../deck/ledger';
import { useDeckId, useDeckStore, useHeader, useScenes, useSlides } from '../../deck/store';
import { finished, open, useJobs } from '../../deck/jobs';
import { clock } from '../../deck/time';
import { Button } from '../../ui/Button';
import { Head } from '../Head';
import { Lattice } from '../../ui/Star';
import { useNotices } from '../../ui/useNotices';
import { SceneView } from '../../scene/SceneView';

/** Show it, and hand it on. */
export default function Give() {
  const id = useDeckId();
  const header = useHeader();
  const slides = useSlides();
  const slide = useChosenSlide();
  const say = useNotices((s) => s.say);
  const [job, setJob] = useState<Job | null>(null);
  const live = useJobs((s) => (job ? (s.byId[job.id] ?? job) : null));
  const scene = useScenes(slide?.id)[0];
  const damaged = useLedger().data?.rows.filter((r) => r.fileFault) ?? [];
  const longest = slides.reduce((most, s) => Math.max(most, s.seconds), 0);
  const pageCount = useDeckStore((d) => d.slideOrder.reduce((n, s) => n + (d.scenes[s]?.length ?? 0), 0));
  const left = header.slotMinutes * 60 - header.plannedSeconds;
  const pdf = async () => {
    try {
      const started = await told(api.POST('/api/decks/{id}/exports/pdf', { params: { path: { id } } }));
      setJob(started);
      const end = await finished(started);
      setJob(end);
    } catch (error) {
      say(sentence(error), 'refused');
    }
  };
  return (
    <main className="flex min-h-0 min-w-0 flex-col bg-surround">
      <Head
        note={`${pageCount} ${pageCount === 1 ? 'page' : 'pages'}, ${clock(header.plannedSeconds)} of ${clock(header.slotMinutes * 60)}`}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[270px_minmax(0,1fr)_262px] max-[1150px]:grid-cols-[210px_minmax(0,1fr)_210px]">
        <aside aria-label="Before the talk" className="overflow-auto bg-panel px-5.5 py-6">
          <h2 className="text-head font-semibold">
            {header.open.clear + header.open.compose + damaged.length === 0 && left >= 0 ? 'Ready' : 'Before the talk'}
          </h2>
          <Check
            bad={header.open.clear > 0}
            title={
              header.open.clear === 0
                ? 'Every credit is clear'
                : header.open.clear === 1
                  ? 'One photo to settle'
                  : `${header.open.clear} photos to settle`
            }
            text={
              header.open.clear === 0
                ? 'Each photo carries its maker, source and licence.'
                : 'The ledger says which, and why.'
            }
            act={header.open.clear > 0 ? ['Open the ledger', () => goTo('credit')] : undefined}
          />
          <Check
            bad={header.open.compose > 0}
            title={
              header.open.compose === 0
                ? 'Every point has its photo'
                : header.open.compose === 1
                  ? 'One slide without a photo'
                  : `${header.open.compose} slides without a photo`
            }
            text={header.open.compose === 0 ? 'One picture for each thing to say.' : 'It will show its words alone.'}
            act={header.open.compose > 0 ? ['Place one', () => goTo('compose')] : undefined}
          />
          {damaged.length > 0 && (
            <Check
              bad
              title={
                damaged.length === 1 ? 'One photo’s file is damaged' : `${damaged.length} photos’ files are damaged`
              }
              text="It will not show as it should."
              act={['Take it again', () => goTo('credit')]}
            />
          )}
          <Check
            bad={left < 0}
            title={left < 0 ? 'Longer than the slot' : 'Within the slot'}
            text={`${clock(header.plannedSeconds)} of ${clock(header.slotMinutes * 60)}.`}
          />
        </aside>
        <section aria-label="Show" className="flex min-h-0 min-w-0 flex-col items-center px-6 pt-6">
          {scene ? (
            <div className="grid min-h-0 w-full flex-1 place-items-center" style={{ containerType: 'size' }}>
              <div style={{ width: `min(100cqw, ${(100 * scene.width) / scene.height}cqh)` }}>
                <SceneView scene={scene} width={640} />
              </div>
            </div>
          ) : (
            <div className="relative w-full flex-1">
              <Lattice className="absolute inset-0 text-lattice" />
            </div>
          )}
          <div className="flex items-center gap-7 pt-5">
            <Button kind="solid" disabled={!slide} onClick={() => show(false)}>
              Show from here
            </Button>
            <Button kind="verb" className="text-lead" disabled={slides.length === 0} onClick={() => show(true)}>
              From the start <span className="font-mono text-note">Shift S</span>
            </Button>
          </div>
          <dl className="flex gap-12 pt-5 pb-6 text-quiet">
            <div>
              <dt>planned</dt>
              <dd className="font-mono text-head text-word">{clock(header.plannedSeconds)}</dd>
            </div>
            <div>
              <dt>slot</dt>
              <dd className="font-mono text-head text-word">{clock(header.slotMinutes * 60)}</dd>
            </div>
            <div>
              <dt>longest slide</dt>
              <dd className="font-mono text-head text-word">{clock(longest)}</dd>
            </div>
          </dl>
        </section>
        <aside aria-label="Copies to hand on" className="overflow-auto bg-panel px-5.5 py-6">
          <h2 className="text-head font-semibold">Copies to hand on</h2>
          <div className="mt-4 border-t border-line pt-3">
            <h3 className="text-lead font-semibold">PDF</h3>
            <p className="text-quiet">
              {pageCount} {pageCount === 1 ? 'page' : 'pages'}, words selectable, links live.
            </p>
            {live && open(live) ? (
              <div
                className="mt-2 h-1.5 bg-line"
                role="progressbar"
                aria-label="Writing the PDF"
                aria-valuenow={Math.round(live.progress * 100)}
              >
                <div className="h-full bg-verdigris" style={{ width: `${live.progress * 100}%` }} />
              </div>
            ) : (
              <p className="mt-1 flex gap-5">
                <Button kind="link" disabled={slides.length === 0} onClick={() => void pdf()}>
                  {live?.state === 'done' ? 'Make it again' : 'Make the PDF'}
                </Button>
                {live?.state === 'done' && live.result && (
                  <a className="border-b border-verdigris text-verdigris hover:text-word" href={live.result} download>
                    Save it
                  </a>
                )}
              </p>
            )}
          </div>
        </aside>
      </div>
    </main>
  );
}

function Check({
  bad,
  title,
  text,
  act,
}: {
  bad: boolean;
  title: string;
  text: string;
  act?: [string, () => void] | undefined;
}) {
  return (
    <div className="mt-3 border-t border-line pt-3">
      <h3 className={`text-lead font-semibold ${bad ? 'text-marigold' : ''}`}>{title}</h3>
      <p className="text-quiet">
        {text}{' '}
        {act && (
          <Button kind="link" onClick={act[1]}>
            {act[0]}
          </Button>
        )}
      </p>
    </div>
  );
}
