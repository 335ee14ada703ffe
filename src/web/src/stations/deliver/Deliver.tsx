import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, sentence, told } from '../../api/client';
import type { Job } from '../../api/types';
import { useOpenDeck } from '../../deck/DeckContext';
import { finished, useJobs } from '../../deck/jobs';
import { clock } from '../../deck/time';
import { Head } from '../../desk/Head';
import { Lattice } from '../../desk/Star';
import { useNotices } from '../../desk/useNotices';
import { SceneView } from '../../scene/SceneView';

/** Show it, and hand it on. */
export default function Deliver({ openCommands }: { openCommands(): void }) {
  const { deck, scenes, slide, goTo } = useOpenDeck();
  const navigate = useNavigate();
  const say = useNotices((s) => s.say);
  const [job, setJob] = useState<Job | null>(null);
  const live = useJobs((s) => (job ? (s.byId[job.id] ?? job) : null));
  const scene = slide ? scenes[slide.id]?.[0] : undefined;
  const longest = deck.slides.reduce((most, s) => Math.max(most, s.seconds), 0);
  const pageCount = deck.slides.reduce((n, s) => n + (scenes[s.id]?.length ?? 0), 0);
  const left = deck.slotMinutes * 60 - deck.plannedSeconds;
  const pdf = async () => {
    try {
      const started = await told(api.POST('/api/decks/{id}/exports/pdf', { params: { path: { id: deck.id } } }));
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
        note={`${pageCount} ${pageCount === 1 ? 'page' : 'pages'}, ${clock(deck.plannedSeconds)} of ${clock(deck.slotMinutes * 60)}`}
        openCommands={openCommands}
      />
      <div className="grid min-h-0 flex-1 grid-cols-[270px_minmax(0,1fr)_262px] max-[1150px]:grid-cols-[210px_minmax(0,1fr)_210px]">
        <aside aria-label="Before the talk" className="overflow-auto bg-panel px-5.5 py-6">
          <h2 className="text-[18px] font-semibold">
            {deck.open.clear + deck.open.compose === 0 && left >= 0 ? 'Ready' : 'Before the talk'}
          </h2>
          <Check
            bad={deck.open.clear > 0}
            title={
              deck.open.clear === 0
                ? 'Every credit is clear'
                : deck.open.clear === 1
                  ? 'One photo to settle'
                  : `${deck.open.clear} photos to settle`
            }
            text={
              deck.open.clear === 0
                ? 'Each photo carries its maker, source and licence.'
                : 'The ledger says which, and why.'
            }
            act={deck.open.clear > 0 ? ['Open the ledger', () => goTo('clear')] : undefined}
          />
          <Check
            bad={deck.open.compose > 0}
            title={
              deck.open.compose === 0
                ? 'Every point has its photo'
                : deck.open.compose === 1
                  ? 'One slide without a photo'
                  : `${deck.open.compose} slides without a photo`
            }
            text={deck.open.compose === 0 ? 'One picture for each thing to say.' : 'It will show its words alone.'}
            act={deck.open.compose > 0 ? ['Place one', () => goTo('compose')] : undefined}
          />
          <Check
            bad={left < 0}
            title={left < 0 ? 'Longer than the slot' : 'Within the slot'}
            text={`${clock(deck.plannedSeconds)} of ${clock(deck.slotMinutes * 60)}.`}
          />
        </aside>
        <section aria-label="Show" className="flex min-h-0 min-w-0 flex-col items-center px-6 pt-6">
          {scene ? (
            <div className="grid min-h-0 w-full flex-1 place-items-center" style={{ containerType: 'size' }}>
              <div style={{ width: `min(100cqw, ${(100 * scene.width) / scene.height}cqh)` }}>
                <SceneView scene={scene} width={640} photoWidths={(id) => deck.photos[id]?.width ?? 0} />
              </div>
            </div>
          ) : (
            <div className="relative w-full flex-1">
              <Lattice className="absolute inset-0 text-[#434343]" />
            </div>
          )}
          <div className="flex items-center gap-7 pt-5">
            <button
              className="rounded-sm bg-verdigris px-5 py-2 text-[18px] font-semibold text-[#0d2723] hover:bg-[#63c5b4]"
              disabled={!slide}
              onClick={() => slide && navigate(`/deck/${deck.id}/show?slide=${slide.id}&back=deliver`)}
            >
              Show from here
            </button>
            <button
              className="verb text-[15px]"
              disabled={deck.slides.length === 0}
              onClick={() => navigate(`/deck/${deck.id}/show?back=deliver`)}
            >
              From the start <span className="font-mono text-[12px]">Shift S</span>
            </button>
          </div>
          <dl className="flex gap-12 pt-5 pb-6 text-quiet">
            <div>
              <dt>planned</dt>
              <dd className="font-mono text-[22px] text-word">{clock(deck.plannedSeconds)}</dd>
            </div>
            <div>
              <dt>slot</dt>
              <dd className="font-mono text-[22px] text-word">{clock(deck.slotMinutes * 60)}</dd>
            </div>
            <div>
              <dt>longest slide</dt>
              <dd className="font-mono text-[22px] text-word">{clock(longest)}</dd>
            </div>
          </dl>
        </section>
        <aside aria-label="Copies to hand on" className="overflow-auto bg-panel px-5.5 py-6">
          <h2 className="text-[18px] font-semibold">Copies to hand on</h2>
          <div className="mt-4 border-t border-line pt-3">
            <h3 className="text-[15px] font-semibold">PDF</h3>
            <p className="text-quiet">
              {pageCount} {pageCount === 1 ? 'page' : 'pages'}, words selectable, links live.
            </p>
            {live?.state === 'running' ? (
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
                <button
                  className="border-b border-verdigris text-verdigris hover:text-word"
                  disabled={deck.slides.length === 0}
                  onClick={() => void pdf()}
                >
                  {live?.state === 'done' ? 'Make it again' : 'Make the PDF'}
                </button>
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
      <h3 className={`text-[15px] font-semibold ${bad ? 'text-marigold' : ''}`}>{title}</h3>
      <p className="text-quiet">
        {text}{' '}
        {act && (
          <button className="border-b border-verdigris text-verdigris hover:text-word" onClick={act[1]}>
            {act[0]}
          </button>
        )}
      </p>
    </div>
  );
}
